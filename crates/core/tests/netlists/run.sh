#!/bin/sh
# Runs every netlist through ngspice and writes what it says to expected.txt: netlist, node, volts, radians.
# ngspice is a Debian package; the test compares with it live where it is there, and with this file everywhere.
set -eu
cd "$(dirname "$0")"
for netlist in *.cir; do
  ngspice -b "$netlist" 2> /dev/null | awk -v name="${netlist%.cir}" '
    /^vm\(/ { gsub(/vm\(|\)/, "", $1); node = $1; volts = $3 }
    /^vp\(/ { print name, node, volts, $3 }'
done

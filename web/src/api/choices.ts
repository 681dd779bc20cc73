// What the core offers to choose from, as pairs of value and words.
import { useTrades } from './queries';
import type { Trades } from './types';

type Named<T> = { value: T; name: string };

const pairs = <T>(list: readonly Named<T>[] | undefined): (readonly [T, string])[] =>
  (list ?? []).map(({ value, name }) => [value, name] as const);

/** The choices of the capture; empty until the core has answered. */
export function useChoices() {
  const trades: Partial<Trades> = useTrades().data ?? {};
  return {
    locations: pairs(trades.locations),
    purposes: pairs(trades.purposes),
    halves: pairs(trades.halves),
    rangeWires: pairs(trades.range_wires),
    plates: pairs(trades.plates),
    cableGoes: pairs(trades.cable_goes),
    cableGrounds: pairs(trades.cable_grounds),
    seats: pairs(trades.seats),
    bonds: pairs(trades.bonds),
    holds: pairs(trades.holds),
    splices: pairs(trades.splices),
    finishes: pairs(trades.wall_finishes),
    added: pairs(trades.added),
    fittings: pairs(trades.support_fittings),
    electrodes: pairs(trades.electrodes),
    wiringMethods: pairs(trades.wiring_methods),
    devices: pairs(trades.devices),
    configurations: pairs(trades.configurations),
    hung: trades.hung ?? [],
    carries: pairs(trades.carries),
    placeMarks: pairs(trades.place_marks),
    canopySurfaces: pairs(trades.canopy_surfaces),
    canopySeals: pairs(trades.canopy_seals),
    lampKinds: pairs(trades.lamp_kinds),
    fanControls: pairs(trades.fan_controls),
    equipment: trades.equipment ?? [],
    disconnects: pairs(trades.disconnects),
    wanted: trades.wanted ?? [],
    inWall: trades.in_wall ?? [],
    tested: pairs(trades.tested),
    studSides: pairs(trades.stud_sides),
    runWays: pairs(trades.run_ways),
    panelRooms: pairs(trades.panel_rooms),
    serviceEntries: pairs(trades.service_entries),
    roofsUnder: pairs(trades.roofs_under),
    gasPipes: pairs(trades.gas_pipes),
  };
}

import type { Basis, Trades } from '../api/types';

/** The basis in these units: the lengths of the shop go with the unit, the schools chosen stay. */
export function inUnits(basis: Basis, units: Basis['units'], trades: Trades): Basis {
  const defaults = trades.defaults.find((known) => known.units === units)?.house_rules;
  const { house_rules } = basis;
  return {
    ...basis,
    units,
    house_rules: defaults
      ? { ...house_rules, measuring_resolution: defaults.measuring_resolution, shop: defaults.shop }
      : house_rules,
  };
}

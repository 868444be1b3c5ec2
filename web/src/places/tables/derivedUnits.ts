import { multiplyUnits, parseUnit, perPower, printUnit } from '@undameter/core';

/** Units that are still being typed may not be any yet. */
function printed(make: () => string): string {
  try {
    return printUnit(make());
  } catch {
    return '';
  }
}

/** Unit of a slope and of an integral, as it is printed; empty while a unit cannot be read. */
export const slopeUnit = (y: string, x: string): string => printed(() => perPower(parseUnit(y), parseUnit(x), 1).text);
export const productUnit = (y: string, x: string): string =>
  printed(() => multiplyUnits(parseUnit(y), parseUnit(x)).text);

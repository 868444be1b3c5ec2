import type { InstrumentLine, InstrumentQuantity, InstrumentRow } from '@undameter/contract';
import { AppError, formatValue, printUnit } from '@undameter/core';
import { Instrument, protocolOf } from '@undameter/instruments';

/** This machine, by the names that it has for itself. */
const HERE = new Set(['127.0.0.1', 'localhost', '::1']);

/** The instruments that were asked since the server started, each by one line that stays open. */
export class Instruments {
  private readonly open = new Map<string, Instrument>();

  /** @param elsewhere  hosts that the person who started the server allowed beside this machine */
  constructor(private readonly elsewhere: ReadonlySet<string>) {}

  /**
   * The instrument at an address; two rows of one address share its line, since many can hold but one.
   * @throws {AppError} INSTRUMENT_ELSEWHERE, INSTRUMENT_CANNOT
   */
  at({ protocol, host, port, timeoutMs }: InstrumentLine): Instrument {
    const name = host.toLowerCase();
    if (!HERE.has(name) && !this.elsewhere.has(name)) throw new AppError('INSTRUMENT_ELSEWHERE', { host });
    const key = `${protocol} ${name} ${port} ${timeoutMs}`;
    const known = this.open.get(key);
    if (known) return known;
    const made = new Instrument(protocolOf(protocol), { host, port, timeoutMs });
    this.open.set(key, made);
    return made;
  }

  /**
   * A value of a quantity in its unit.
   * @throws {AppError} INSTRUMENT_…; INSTRUMENT_OUT_OF_RANGE where it cannot be true
   */
  async read(row: InstrumentLine, quantity: InstrumentQuantity): Promise<number> {
    const { source, scale, offset, low, high, name, unit } = quantity;
    const value = (await this.at(row).read(source)) * scale + offset;
    if ((low !== null && value < low) || (high !== null && value > high))
      throw new AppError('INSTRUMENT_OUT_OF_RANGE', {
        ...{ name, value, unit: printUnit(unit) },
        low: low === null ? 'any' : formatValue(low, 6),
        high: high === null ? 'any' : formatValue(high, 6),
      });
    return value;
  }

  /** Sets a quantity to a value in its unit. @throws {AppError} INSTRUMENT_…, and as `read` for its range */
  async set(row: InstrumentRow, quantity: InstrumentQuantity, value: number): Promise<void> {
    const { source, scale, offset, low, high, name, unit } = quantity;
    if ((low !== null && value < low) || (high !== null && value > high))
      throw new AppError('INSTRUMENT_SETTING_OUT_OF_RANGE', {
        ...{ name, value, unit: printUnit(unit) },
        low: low === null ? 'any' : formatValue(low, 6),
        high: high === null ? 'any' : formatValue(high, 6),
      });
    await this.at(row).write(source, Number(((value - offset) / scale).toPrecision(12)));
  }

  stop(): void {
    for (const one of this.open.values()) one.close();
    this.open.clear();
  }
}

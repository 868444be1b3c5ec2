import { AppError } from '../error/AppError';
import { dimensionless, divideDimensions, multiplyDimensions, raiseDimension, type Dimension } from './dimension';
import type { Datum } from './definitions';
import { lookUpName } from './lookUpName';

/**
 * A unit: how many SI base units one of it is, and of what dimension.
 * `offset` is the SI value at a reading of zero and differs from 0 only for a
 * lone °C or °F: inside a compound (J/(kg·°C)) a degree is a difference.
 */
export interface Unit {
  readonly text: string;
  readonly dimension: Dimension;
  readonly scale: number;
  readonly offset: number;
  /** From where it counts, where the unit says so. */
  readonly datum?: Datum | undefined;
}

const superscripts = '⁰¹²³⁴⁵⁶⁷⁸⁹';
const NAME = /^(?:(?:m³|m3|m\^3)\(n\)|ΔK|Δ?[°℃℉][CFR]?|[\p{L}%‰Ωµ][\p{L}_]*(?:2O)?)/u;
const POWER =
  /^(?:\s*(?:\^|\*\*)\s*(?:([-−+]?\d+(?:\.\d+)?)|\(\s*([-−+]?\d+(?:\.\d+)?)\s*\))|([⁻]?[⁰¹²³⁴⁵⁶⁷⁸⁹]+)|(-?[1-9](?!\d|\.)))/u;

/** Spellings that two readers read differently, and what to write instead. */
const twoReadings: readonly { spelled: RegExp; readings: string }[] = [
  {
    spelled: /(?:^|[\s·*/(])[Nn]m(?:\^|\*\*)?[3³]/,
    readings: 'm³(n) for normal cubic metres (273.15 K, 101.325 kPa), or N^3*m^3 if that is really meant',
  },
  { spelled: /^pH$/, readings: '- for an acidity, which is a plain number, or 1e-12 H as a number of henries' },
];

/** Spellings that would trip the grammar, brought into its form. */
const tidy = (text: string): string =>
  text
    .trim()
    .replace(/μ/g, 'µ')
    .replace(/\u2126/g, 'Ω')
    .replace(/°\s+([CFR])\b/g, '°$1')
    .replace(/\bdeg\.?\s+([CFKR])\b/gi, 'deg$1')
    .replace(/\bU\/min\b/g, 'rpm')
    // psi(g), psi (g), psig, barg, kPa_g: above ambient pressure; the same with a: above vacuum
    .replace(
      /^(\p{L}*(?:Pa|bar|psi))\s*\(\s*(g|a|gauge|abs|absolute)\s*\)$/u,
      (_, unit: string, word: string) => `${unit}(${word[0]})`,
    )
    .replace(
      /^(\p{L}*(?:Pa|bar|psi))(?:\s+|_)(gauge|abs|absolute)$/u,
      (_, unit: string, word: string) => `${unit}(${word[0]})`,
    );

/**
 * Reads a unit such as `kPa`, `L/min`, `kg/m³`, `m^3/s`, `J/(kg K)`, `s-1`, `°C`.
 * Products by `·`, `*` or a space, quotients by `/` (from left to right), powers by
 * `^`, `**`, superscripts or a trailing digit. An empty text or `-` is a plain number.
 * @throws {AppError} UNIT_UNKNOWN, UNIT_READS_TWO_WAYS
 */
export function parseUnit(text: string): Unit {
  const source = tidy(text);
  if (source === '' || source === '-' || source === '–') return plain;
  for (const { spelled, readings } of twoReadings)
    if (spelled.test(source)) throw new AppError('UNIT_READS_TWO_WAYS', { text: text.trim(), readings });
  const lone = lookUpName(source);
  if (lone) {
    const { definition, factor } = lone;
    return {
      text: text.trim(),
      dimension: definition.dimension,
      scale: definition.scale * factor,
      offset: definition.offset ?? 0,
      ...(definition.datum ? { datum: definition.datum } : {}),
    };
  }
  const reader = new UnitReader(source, text);
  return { text: text.trim(), offset: 0, ...reader.whole() };
}

/** The unit of a plain number. */
export const plain: Unit = { text: '', dimension: dimensionless, scale: 1, offset: 0 };

interface Factor {
  scale: number;
  dimension: Dimension;
}

class UnitReader {
  private at = 0;

  constructor(
    private readonly source: string,
    private readonly original: string,
  ) {}

  whole(): Factor {
    const result = this.product();
    if (this.at < this.source.length) this.fail();
    return result;
  }

  private product(): Factor {
    let result = this.power();
    for (;;) {
      const operator = /^\s*([·⋅*/]|\s(?=[\p{L}°(%Ωµ]))\s*/u.exec(this.rest());
      if (!operator || operator[0] === '') return result;
      this.at += operator[0].length;
      const right = this.power();
      result =
        operator[1] === '/'
          ? {
              scale: result.scale / right.scale,
              dimension: divideDimensions(result.dimension, right.dimension),
            }
          : {
              scale: result.scale * right.scale,
              dimension: multiplyDimensions(result.dimension, right.dimension),
            };
    }
  }

  private power(): Factor {
    const base = this.atom();
    const match = POWER.exec(this.rest());
    if (!match || match[0] === '') return base;
    this.at += match[0].length;
    const exponent = Number(fromSuperscripts(match[1] ?? match[2] ?? match[3] ?? match[4]!));
    return { scale: base.scale ** exponent, dimension: raiseDimension(base.dimension, exponent) };
  }

  private atom(): Factor {
    if (this.rest().startsWith('(')) {
      this.at += 1;
      const inside = this.product();
      if (!/^\s*\)/.test(this.rest())) this.fail();
      this.at += /^\s*\)/.exec(this.rest())![0].length;
      return inside;
    }
    const number = /^1(?![\d.])/.exec(this.rest());
    if (number) {
      this.at += 1;
      return { scale: 1, dimension: dimensionless };
    }
    const name = NAME.exec(this.rest())?.[0];
    const found = name === undefined ? undefined : lookUpName(name);
    if (!found) return this.fail(name);
    this.at += name!.length;
    return { scale: found.definition.scale * found.factor, dimension: found.definition.dimension };
  }

  private rest(): string {
    return this.source.slice(this.at);
  }

  private fail(part?: string): never {
    throw new AppError('UNIT_UNKNOWN', {
      text: this.original.trim(),
      part: part ?? (this.rest().trim() || this.original.trim()),
    });
  }
}

const fromSuperscripts = (text: string): string =>
  text.replace(/[⁻−]/g, '-').replace(/[⁰¹²³⁴⁵⁶⁷⁸⁹]/g, (c) => String(superscripts.indexOf(c)));

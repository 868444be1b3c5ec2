import { Type, type Static } from 'typebox';

/** Something that the file says of the run in one line: its title, the operator's note, a constant of the rig. */
export const propertySchema = Type.Object(
  { key: Type.String(), value: Type.String() },
  { additionalProperties: false },
);
export type Property = Static<typeof propertySchema>;

/** A colon or an equals sign after a short name; the colons of a time of day or an address do not count. */
const KEY_VALUE = /^([\p{L}][^:=]{0,59}?)\s*(?:(?:(?<!\d):|:(?!\d))(?!\/\/)\s*|=\s*)(\S.*)$/u;
const REMARK = /^\s*(?:#+|%+|!+|;+|\/\/+|\*+)\s*/;

/**
 * The properties among the lines above a table: `key: value` or `key = value`, the key and
 * the value perhaps in two cells. All lines stay the run's notes beside that.
 * @param lines  as they stand in the file
 * @param split  cells of a line
 */
export function propertiesOf(lines: readonly string[], split: (line: string) => string[]): Property[] {
  return lines.flatMap((line) => {
    const text = line.replace(REMARK, '').trim();
    const filled = split(text).filter((c) => c !== '');
    const [first, second] = filled;
    if (filled.length === 2 && /[:=]$/.test(first!)) return [{ key: first!.slice(0, -1).trim(), value: second! }];
    const match = KEY_VALUE.exec(text.replace(/[\s,;|]+$/, ''));
    return match ? [{ key: match[1]!, value: match[2]!.replace(/^[",;\s]+|"$/g, '') }] : [];
  });
}

import type { TObject } from 'typebox';
import { Errors } from 'typebox/value';

interface Field {
  title?: string;
  anyOf?: readonly { const?: unknown }[];
}

/**
 * What of settings is not as their kind says, in words; the label stands for the field, and where only some values are
 * possible these are named.
 * @returns undefined where all is well
 */
export function settingsProblem(schema: TObject, settings: unknown): string | undefined {
  const [first] = Errors(schema, settings);
  if (!first) return undefined;
  const key = first.instancePath.split('/')[1] ?? '';
  const field = schema.properties[key] as Field | undefined;
  const label = field?.title ?? key;
  const possible = (field?.anyOf ?? []).flatMap((choice) => ('const' in choice ? [JSON.stringify(choice.const)] : []));
  const isList = possible.length > 0 && possible.length === field?.anyOf?.length;
  return `${label ? `"${label}" ` : ''}${isList ? `must be ${possible.join(' or ')}` : first.message}`;
}

import { definitions, prefixes, type UnitDefinition } from './definitions';

interface NamedUnit {
  definition: UnitDefinition;
  factor: number;
}

const byName = new Map<string, NamedUnit>();
for (const definition of definitions) for (const name of definition.names) byName.set(name, { definition, factor: 1 });
for (const definition of definitions) {
  if (!definition.prefixes) continue;
  for (const name of definition.names)
    for (const prefix of prefixes) {
      // Of kPa(g) and mbarg the symbol is what stands before the mark.
      const isSymbol = name.length <= 3 || definition.datum !== undefined;
      const spellings = [isSymbol ? prefix.short + name : '', name.length >= 3 ? prefix.long + name : ''];
      for (const spelled of spellings)
        // A unit of its own goes before a prefixed one: min is a minute, not a milli-inch.
        if (spelled && !byName.has(spelled)) byName.set(spelled, { definition, factor: prefix.factor });
    }
}

/** The unit of this name, with or without a prefix; undefined when there is none. */
export const lookUpName = (name: string): NamedUnit | undefined => byName.get(name);

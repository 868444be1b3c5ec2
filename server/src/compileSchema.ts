import { Ajv } from 'ajv';
import type { FastifySchemaCompiler } from 'fastify';
import type { TSchema } from 'typebox';

// Unknown fields are refused and named, never dropped.
const options = {
  allErrors: false,
  useDefaults: true,
  removeAdditional: false,
  strict: false,
  discriminator: true,
} as const;
/** An address is text, so its numbers have to be read from it. */
const ofAddress = new Ajv({ ...options, coerceTypes: true });
/** A body says what it means: coercion would turn null, "from the start", into 0. */
const ofBody = new Ajv({ ...options, coerceTypes: false });

/** Checks each part of a request against its schema. */
export const compileSchema: FastifySchemaCompiler<TSchema> = ({ schema, httpPart }) =>
  (httpPart === 'body' ? ofBody : ofAddress).compile(schema);

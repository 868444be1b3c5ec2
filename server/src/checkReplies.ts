import { Ajv } from 'ajv';
import type { FastifySerializerCompiler } from 'fastify';
import type { TSchema } from 'typebox';

const ajv = new Ajv({ strict: false, discriminator: true });

/** Writes replies as they are. */
export const asJson: FastifySerializerCompiler<TSchema> = () => JSON.stringify;

/** Holds every reply against the schema that its route states, for the tests: one that differs is an error. */
export const checkedJson: FastifySerializerCompiler<TSchema> = ({ schema, method, url }) => {
  const holds = ajv.compile(schema);
  return (reply) => {
    // As it arrives: what is undefined is not sent.
    const text = JSON.stringify(reply);
    if (!holds(JSON.parse(text))) {
      const [first] = holds.errors ?? [];
      throw new Error(
        `The reply of ${method} ${url} is not what its schema says: ${first?.instancePath} ${first?.message}`,
      );
    }
    return text;
  };
};

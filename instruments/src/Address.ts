import { Type, type Static } from 'typebox';

/** Where an instrument is found on the network. */
export const addressSchema = Type.Object(
  {
    host: Type.String({
      description:
        'Name or address on the network; others than this machine only where the server was started for them.',
      minLength: 1,
      maxLength: 253,
      pattern: '^[A-Za-z0-9.:_-]+$',
    }),
    port: Type.Integer({ description: 'At which it listens.', minimum: 1, maximum: 65535 }),
    timeoutMs: Type.Integer({
      description: 'So long an answer may take, in milliseconds.',
      minimum: 50,
      maximum: 60_000,
    }),
  },
  { additionalProperties: false },
);
export type Address = Static<typeof addressSchema>;

export const addressText = ({ host, port }: Pick<Address, 'host' | 'port'>): string =>
  host.includes(':') ? `[${host}]:${port}` : `${host}:${port}`;

import { Type, type Static } from 'typebox';
import type { Speech } from '../../Speech';

export const registerTypes = ['int16', 'uint16', 'int32', 'uint32', 'float32'] as const;
export type RegisterType = (typeof registerTypes)[number];
/** Order of the bytes on the line, A the highest; of one register AB or BA. */
export const byteOrders = ['ABCD', 'CDAB', 'BADC', 'DCBA'] as const;
export type ByteOrder = (typeof byteOrders)[number];

const source = Type.Object(
  {
    by: Type.Literal('register'),
    table: Type.Union([Type.Literal('holding'), Type.Literal('input')], { description: 'Which registers.' }),
    address: Type.Integer({ description: 'As it goes over the line, from 0.', minimum: 0, maximum: 65535 }),
    type: Type.Unsafe<RegisterType>(Type.Enum([...registerTypes])),
    order: Type.Unsafe<ByteOrder>(
      Type.Enum([...byteOrders], { description: 'Of the bytes on the line, A the highest.' }),
    ),
    /** Number of the device behind the address; 1 where there is but one. */
    unit: Type.Integer({ minimum: 0, maximum: 255 }),
  },
  { additionalProperties: false },
);
export type RegisterSource = Static<typeof source>;

const asked = ({ table, address }: RegisterSource): string => `${table} register ${address}`;

/** Holding and input registers of Modbus over TCP. */
export const modbusSpeech: Speech<RegisterSource> = {
  kind: 'modbus',
  by: 'register',
  title: 'Modbus TCP',
  usualPort: 502,
  source,
  asked,
};

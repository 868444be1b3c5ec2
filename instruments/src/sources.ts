/** What can be asked of instruments, without a line to any: forms and checks know this much. */
import { Type } from 'typebox';
import { modbusSpeech, type RegisterSource } from './protocols/modbus/source';
import { scpiSpeech, type CommandSource } from './protocols/scpi/source';
import type { Speech } from './Speech';

export { addressSchema, addressText, type Address } from './Address';
export { byteOrders, registerTypes, type RegisterSource } from './protocols/modbus/source';
export type { CommandSource } from './protocols/scpi/source';

/** Which value of an instrument is meant, as its protocol has it. */
export type Source = CommandSource | RegisterSource;

export const speeches = [scpiSpeech, modbusSpeech] as unknown as readonly Speech<Source>[];
export const sourceSchema = Type.Unsafe<Source>(Type.Union(speeches.map((s) => s.source)));

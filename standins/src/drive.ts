import type { Socket } from 'node:net';
import { listen, type StandIn } from './listen';
import type { Quantity, Setting, SimulatedRig } from './SimulatedRig';

/** Floats of two input registers each, in the order ABCD. */
const inputs: Record<number, Quantity> = { 0: 'flow', 2: 'torque', 4: 'speed' };
/** Holding registers: tenths of a per cent, and 1/min. */
const holding: Record<number, { setting: Setting; scale: number }> = {
  0: { setting: 'valve', scale: 10 },
  1: { setting: 'speed', scale: 1 },
};
const EXCEPTION = { function: 1, address: 2, value: 3 } as const;
const HEADER = 7;

/** The drive of the rig, by registers: valve and speed are set, flow, torque and speed are read. */
export const startDrive = (rig: SimulatedRig, port: number): Promise<StandIn> =>
  listen(port, (socket) => serveRegisters(socket, (pdu) => answerTo(rig, pdu)));

/** Takes frames apart and answers each; what is no frame ends the line. */
export function serveRegisters(socket: Socket, answer: (pdu: Buffer) => Buffer | undefined): void {
  let come = Buffer.alloc(0);
  socket.on('data', (bytes) => {
    come = Buffer.concat([come, bytes]);
    while (come.length >= HEADER) {
      const length = 6 + come.readUInt16BE(4);
      if (come.readUInt16BE(2) !== 0 || length < HEADER + 1 || length > 260) return void socket.destroy();
      if (come.length < length) return;
      const reply = answer(come.subarray(HEADER, length));
      if (reply) socket.write(framed(come.subarray(0, HEADER), reply));
      come = come.subarray(length);
    }
  });
}

export function framed(header: Buffer, pdu: Buffer): Buffer {
  const own = Buffer.from(header);
  own.writeUInt16BE(pdu.length + 1, 4);
  return Buffer.concat([own, pdu]);
}

export const refused = (code: number, why: number): Buffer => Buffer.from([code | 0x80, why]);

function answerTo(rig: SimulatedRig, pdu: Buffer): Buffer {
  const code = pdu[0]!;
  if (pdu.length < 5) return refused(code, EXCEPTION.value);
  const [address, second] = [pdu.readUInt16BE(1), pdu.readUInt16BE(3)];
  if (code === 3 || code === 4) return readAnswer(rig, code, address, second);
  if (code === 6) return write(rig, address, second) ?? pdu;
  if (code === 16) {
    for (let k = 0; k < second; k++) {
      const problem = write(rig, address + k, pdu.readUInt16BE(6 + 2 * k), code);
      if (problem) return problem;
    }
    return pdu.subarray(0, 5);
  }
  return refused(code, EXCEPTION.function);
}

function readAnswer(rig: SimulatedRig, code: 3 | 4, address: number, count: number): Buffer {
  if (count < 1 || count > 125) return refused(code, EXCEPTION.value);
  const bytes = Buffer.alloc(2 * count);
  for (let k = 0; k < count;) {
    const of = address + k;
    const quantity = code === 4 ? inputs[of] : undefined;
    const set = code === 3 ? holding[of] : undefined;
    if (quantity && k + 2 <= count) bytes.writeFloatBE(rig.read(quantity), 2 * k);
    else if (set) bytes.writeUInt16BE(Math.round(rig.setting(set.setting) * set.scale), 2 * k);
    else return refused(code, EXCEPTION.address);
    k += quantity ? 2 : 1;
  }
  return Buffer.concat([Buffer.from([code, bytes.length]), bytes]);
}

/** @returns the refusal, if it is one */
function write(rig: SimulatedRig, address: number, value: number, code = 6): Buffer | undefined {
  const set = holding[address];
  if (!set) return refused(code, EXCEPTION.address);
  return rig.set(set.setting, value / set.scale) ? undefined : refused(code, EXCEPTION.value);
}

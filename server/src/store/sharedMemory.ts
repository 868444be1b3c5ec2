/** Numbers in memory that threads share, so that sending them copies nothing; all zero. */
export const sharedNumbers = (length: number): Float64Array => new Float64Array(new SharedArrayBuffer(length * 8));

/** A copy of numbers in memory that threads share. */
export function inSharedMemory<T extends Float64Array | Uint32Array | Uint16Array | Uint8Array>(values: T): T {
  const Kind = values.constructor as new (buffer: SharedArrayBuffer) => T;
  const copy = new Kind(new SharedArrayBuffer(values.byteLength));
  copy.set(values);
  return copy;
}

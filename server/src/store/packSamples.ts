/** Stands for a missing sample in a packed chunk. */
const MISSING = -(2 ** 31);
const MOST_DECIMALS = 9;
/** Powers of ten that a double holds exactly. */
const POWERS = Array.from({ length: MOST_DECIMALS + 1 }, (_, k) => 10 ** k);
/** Samples from which the number of decimals is guessed. */
const PROBED = 64;

/**
 * Samples as the bytes of a chunk. Most loggers write few digits: where every sample is a
 * whole number of steps of 10^-k that fits into 32 bits, the steps are stored, half as many
 * bytes; dividing by the exact power gives the nearest double to the decimal number, which
 * is the sample again to the last bit. Otherwise the doubles themselves are stored.
 *
 * Packed: n little-endian int32, then one byte with k, so 4n + 1 bytes. Plain: 8n bytes.
 */
export function packSamples(values: Float64Array): Uint8Array<ArrayBuffer> {
  const decimals = decimalsOf(values);
  const packed = decimals === undefined ? undefined : inSteps(values, decimals);
  return packed ?? new Uint8Array(values.slice().buffer);
}

/** Fewest decimals that give the first samples exactly; undefined when ten do not. */
function decimalsOf(values: Float64Array): number | undefined {
  let decimals = 0;
  for (let i = 0; i < Math.min(PROBED, values.length); i++) {
    const v = values[i]!;
    if (v !== v) continue;
    while (Math.round(v * POWERS[decimals]!) / POWERS[decimals]! !== v)
      if (++decimals > MOST_DECIMALS) return undefined;
  }
  return decimals;
}

function inSteps(values: Float64Array, fewest: number): Uint8Array<ArrayBuffer> | undefined {
  const bytes = new Uint8Array(4 * values.length + 1);
  const steps = new Int32Array(bytes.buffer, 0, values.length);
  for (let decimals = fewest; decimals <= MOST_DECIMALS; decimals++)
    if (fill(steps, values, POWERS[decimals]!)) {
      bytes[bytes.length - 1] = decimals;
      return bytes;
    }
  return undefined;
}

/** Writes the steps; false at the first sample that they do not give again. */
function fill(steps: Int32Array, values: Float64Array, power: number): boolean {
  for (let i = 0; i < values.length; i++) {
    const v = values[i]!;
    if (v !== v) {
      steps[i] = MISSING;
      continue;
    }
    const step = Math.round(v * power);
    // Negative zero is told from zero by its reciprocal only.
    if (step / power !== v || step > 2147483647 || step <= MISSING || (v === 0 && 1 / v < 0)) return false;
    steps[i] = step;
  }
  return true;
}

/** The samples of a chunk, written into `out` from `at` on. */
export function unpackSamples(bytes: Uint8Array, out: Float64Array, at: number): void {
  if (bytes.byteLength % 4 === 0) {
    out.set(new Float64Array(...aligned(bytes, 8)), at);
    return;
  }
  const power = POWERS[bytes[bytes.byteLength - 1]!]!;
  const steps = new Int32Array(...aligned(bytes.subarray(0, bytes.byteLength - 1), 4));
  for (let i = 0; i < steps.length; i++) {
    const step = steps[i]!;
    out[at + i] = step === MISSING ? NaN : step / power;
  }
}

/** Buffer, offset and count of elements of so many bytes; copied when they do not start at a multiple of it. */
function aligned(bytes: Uint8Array, size: number): [ArrayBufferLike, number, number] {
  const from = bytes.byteOffset % size === 0 ? bytes : bytes.slice();
  return [from.buffer, from.byteOffset, from.byteLength / size];
}

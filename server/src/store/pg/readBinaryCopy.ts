const SIGNATURE_AND_FLAGS = 15;

/**
 * The fields of each row of a binary COPY, as views on its bytes; null where SQL has null.
 * Source: PostgreSQL documentation, COPY, "Binary Format".
 */
export function readBinaryCopy(bytes: Uint8Array): (Uint8Array | null)[][] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let at = SIGNATURE_AND_FLAGS;
  at += 4 + view.getInt32(at);
  const rows: (Uint8Array | null)[][] = [];
  for (;;) {
    const fields = view.getInt16(at);
    at += 2;
    if (fields < 0) return rows;
    const row: (Uint8Array | null)[] = [];
    for (let i = 0; i < fields; i++) {
      const length = view.getInt32(at);
      at += 4;
      row.push(length < 0 ? null : bytes.subarray(at, at + length));
      at += Math.max(0, length);
    }
    rows.push(row);
  }
}

/** A field of type integer. */
export const int4 = (field: Uint8Array): number =>
  new DataView(field.buffer, field.byteOffset, field.byteLength).getInt32(0);

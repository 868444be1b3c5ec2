import { createHash, randomBytes } from 'node:crypto';
import { createWriteStream, existsSync, mkdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { MOST_FIELD_BYTES, type FieldBody, type FieldUploadReply, type TakenVariable } from '@undameter/contract';
import { AppError, isSymbol, parseUnit } from '@undameter/core';
import type { Originals } from '../intake/Originals';
import { refusedWrite } from '../intake/refusedWrite';
import { upTo } from '../intake/upTo';
import { keepField, takenBefore } from '../store/fields';
import type { Database } from '../store/pg/Database';
import { beginRun, markReady, removeRun, type NewChannel } from '../store/runs';
import { writeColumns } from '../store/samples';
import type { BenchLoader } from '../threads/BenchLoader';
import type { FieldSummary } from '../threads/readFieldFile';
import type { Pools } from '../threads/Pools';

interface Waiting {
  name: string;
  path: string;
  bytes: number;
  sha256: string;
}

/** Files of fields on their way in: sent, understood, imported. */
export class FieldUploads {
  private readonly waiting = new Map<string, Waiting>();
  private readonly folder: string;

  constructor(
    dataDirectory: string,
    private readonly db: Database,
    private readonly originals: Originals,
    private readonly pools: Pick<Pools, 'fieldSummary' | 'readField' | 'warmDesk'>,
    private readonly loader: Pick<BenchLoader, 'keepField'>,
  ) {
    this.folder = join(dataDirectory, 'waitingFields');
    // What waited when the server stopped has lost its owner.
    rmSync(this.folder, { recursive: true, force: true });
    mkdirSync(this.folder, { recursive: true });
  }

  /** Takes a file as it streams in. @throws {AppError} UPLOAD_TOO_LARGE, and as `readField` */
  async receive(name: string, sent: Readable): Promise<FieldUploadReply> {
    const uploadId = randomBytes(16).toString('hex');
    const path = join(this.folder, uploadId);
    this.pools.warmDesk();
    const hash = createHash('sha256');
    let bytes = 0;
    const counted = async function* (pieces: AsyncIterable<Buffer>) {
      for await (const piece of upTo(MOST_FIELD_BYTES, pieces)) {
        hash.update(piece);
        bytes += piece.length;
        yield piece;
      }
    };
    try {
      await pipeline(sent, counted, createWriteStream(path));
      const summary = await this.pools.fieldSummary({ path, name });
      this.waiting.set(uploadId, { name, path, bytes, sha256: hash.digest('hex') });
      return { uploadId, fileName: name, bytes, ...(await this.proposed(summary)) };
    } catch (error) {
      rmSync(path, { force: true });
      throw refusedWrite(error);
    }
  }

  /** The summary with symbols and units for each variable: as the file states them, else as in the last field that had one. */
  private async proposed({ nodes, zones, variables, remarks, coordinateUnit, plane, times }: FieldSummary) {
    const before = await takenBefore(this.db);
    const taken = new Set(['x', 'y', 'z', 'zone']);
    const cells = zones.reduce((sum, zone) => sum + zone.cells, 0);
    return {
      ...{ nodes, cells, zones, remarks, plane, times },
      coordinateUnit: coordinateUnit || (before[0]?.coordinateUnit ?? ''),
      variables: variables.map(({ variable, unit, ...range }) => {
        const known = before.flatMap((b) => b.variables).find((v) => v.variable === variable);
        const symbol = freeSymbol(known?.symbol ?? symbolOf(variable), taken);
        const named = { variable, symbol, name: known?.name ?? variable.slice(0, 120) };
        const isRemembered = unit === '' && known !== undefined;
        return { ...named, unit: unit || (known?.unit ?? ''), isRemembered, ...range };
      }),
    };
  }

  /**
   * Makes a run of a file that waits: whole, or nothing of it.
   * @returns its id
   * @throws {AppError} UPLOAD_MISSING, NAME_TAKEN, NOT_FOUND, FIELD_VARIABLE, SYMBOL_INVALID, SYMBOL_TAKEN, UNIT_UNKNOWN
   */
  async take(campaignId: number, { uploadId, name, plane, time, ...taken }: FieldBody): Promise<number> {
    const upload = this.waiting.get(uploadId);
    if (!upload || !existsSync(upload.path)) throw new AppError('UPLOAD_MISSING', { uploadId });
    checkTaken(taken);
    const field = await this.pools.readField({ ...upload, plane, time });
    const columns = taken.variables.map(({ variable }) => {
      const found = field.variables.find((v) => v.name === variable);
      if (!found) throw new AppError('FIELD_VARIABLE', { name: upload.name, variable });
      return found.values;
    });
    const channel = (symbol: string, unit: string, called = symbol): NewChannel => ({
      symbol,
      name: called,
      unit,
      reading: null,
    });
    const coordinates = ['x', 'y', 'z'].map((axis) => channel(axis, taken.coordinateUnit));
    const { id, sampleSet } = await beginRun(this.db, {
      ...{ campaignId, name, kind: 'simulated', origin: 'field' },
      file: {
        ...{ fileName: upload.name, fileSha256: upload.sha256, fileBytes: upload.bytes },
        ...{ parts: [], along: undefined, layout: null },
      },
      channels: [
        ...coordinates,
        { ...channel('zone', '', 'Zone'), labels: field.zones },
        ...taken.variables.map((v) => channel(v.symbol, v.unit, v.name)),
      ],
    });
    try {
      const kept = this.originals.keep(upload.path, upload.sha256);
      kept.catch(() => undefined);
      const all = [...field.coordinates, field.zoneOfNode, ...columns];
      await writeColumns(this.db, sampleSet, all);
      await keepField(this.db, id, { taken, remarks: field.remarks }, field.mesh);
      await kept;
      await markReady(this.db, id, field.zoneOfNode.length, null);
      this.loader.keepField(id, sampleSet, all, field.mesh);
    } catch (error) {
      await removeRun(this.db, id).catch(() => undefined);
      await this.originals.dropUnused().catch(() => undefined);
      throw error;
    }
    this.discard(uploadId);
    this.originals.compressLater(upload.sha256);
    return id;
  }

  discard(uploadId: string): void {
    const upload = this.waiting.get(uploadId);
    this.waiting.delete(uploadId);
    if (upload) rmSync(upload.path, { force: true });
  }
}

/** @throws {AppError} UNIT_UNKNOWN, SYMBOL_INVALID, SYMBOL_TAKEN */
function checkTaken({
  coordinateUnit,
  variables,
}: {
  coordinateUnit: string;
  variables: readonly TakenVariable[];
}): void {
  parseUnit(coordinateUnit);
  const symbols = new Set(['x', 'y', 'z', 'zone']);
  for (const { symbol, unit } of variables) {
    if (!isSymbol(symbol)) throw new AppError('SYMBOL_INVALID', { symbol });
    if (symbols.has(symbol)) throw new AppError('SYMBOL_TAKEN', { symbol });
    symbols.add(symbol);
    parseUnit(unit);
  }
}

/** Letters, digits and underscores of a name, begun with a letter. */
function symbolOf(variable: string): string {
  const plain = variable.replace(/[^\p{L}\p{N}_]+/gu, '_').replace(/^[^\p{L}]+|_+$/gu, '');
  return plain.slice(0, 30) || 'v';
}

function freeSymbol(wanted: string, taken: Set<string>): string {
  let symbol = wanted;
  for (let n = 2; taken.has(symbol); n++) symbol = `${wanted}_${n}`;
  taken.add(symbol);
  return symbol;
}

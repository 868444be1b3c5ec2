import { closeSync, existsSync, openSync, readFileSync, unlinkSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import { AppError } from '@undameter/core';

/** Who holds a data directory: enough to tell a living holder from a dead one whose number was given anew. */
interface Holder {
  pid: number;
  processStart: string;
  boot: string;
}

/**
 * Takes the data directory for this process. Two processes on one directory would
 * corrupt it, so the second is refused; a lock left by kill -9 is recognised and taken over.
 * @returns a function that gives the directory back
 * @throws {AppError} STORE_LOCKED
 */
export function lockDirectory(directory: string): () => void {
  const path = join(directory, 'undameter.lock');
  for (let attempt = 0; attempt < 3; attempt++) {
    try {
      const file = openSync(path, 'wx');
      writeSync(file, JSON.stringify(thisProcess()));
      closeSync(file);
      return () => {
        if (holderOf(path)?.pid === process.pid) unlinkSync(path);
      };
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST') throw error;
      const holder = holderOf(path);
      if (holder && isAlive(holder)) throw new AppError('STORE_LOCKED', { directory, pid: holder.pid });
      if (existsSync(path)) unlinkSync(path);
    }
  }
  throw new AppError('STORE_LOCKED', { directory, pid: holderOf(path)?.pid ?? 0 });
}

const thisProcess = (): Holder => ({ pid: process.pid, processStart: startOf(process.pid), boot: bootId() });

function holderOf(path: string): Holder | undefined {
  try {
    return JSON.parse(readFileSync(path, 'utf8')) as Holder;
  } catch {
    // Unreadable: the holder died between creating and writing it.
    return undefined;
  }
}

function isAlive(holder: Holder): boolean {
  if (holder.boot !== bootId()) return false;
  try {
    process.kill(holder.pid, 0);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'EPERM') return false;
  }
  return holder.processStart === startOf(holder.pid);
}

/** Start time of a process in clock ticks since boot; empty where the system has no /proc, which then counts as equal. */
function startOf(pid: number): string {
  try {
    return readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ')[19]!;
  } catch {
    return '';
  }
}

function bootId(): string {
  try {
    return readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim();
  } catch {
    return '';
  }
}

import { useEffect, useRef } from 'react';
import type { InkFound, InkReply, InkTask } from './inkWorker';
import type { PictureImage } from './loadPicture';

interface Waiting {
  resolve(found: InkFound): void;
  reject(error: Error): void;
}
interface Held {
  worker: Worker;
  /** By the number of the task: a second click may come before the first is answered. */
  waiting: Map<number, Waiting>;
}

/** Looks for lines and marks beside the page, so that it stays in hand meanwhile; the picture goes there once. */
export function useInkWorker(image: PictureImage | undefined): (task: InkTask) => Promise<InkFound> {
  const held = useRef<Held>(undefined);
  const tasks = useRef(0);
  useEffect(() => {
    if (!image) return undefined;
    const worker = new Worker(new URL('./inkWorker.ts', import.meta.url), { type: 'module' });
    const waiting = new Map<number, Waiting>();
    const failAll = (sentence: string): void => {
      waiting.forEach(({ reject }) => reject(new Error(sentence)));
      waiting.clear();
    };
    worker.onmessage = ({ data: { task, found } }: MessageEvent<InkReply>) => {
      waiting.get(task)?.resolve(found);
      waiting.delete(task);
    };
    worker.onerror = () => failAll('The picture could not be looked through. Try a smaller one.');
    const { width, height, data: rgba } = image.pixels;
    worker.postMessage({ picture: { width, height, rgba } });
    held.current = { worker, waiting };
    return () => {
      worker.terminate();
      failAll('Another picture or page was opened meanwhile. Click there once more.');
      held.current = undefined;
    };
  }, [image]);
  return (what) =>
    new Promise((resolve, reject) => {
      const { worker, waiting } = held.current ?? {};
      if (!worker || !waiting) return reject(new Error('The picture is not there yet. Wait until it is shown.'));
      const task = tasks.current++;
      waiting.set(task, { resolve, reject });
      worker.postMessage({ task, what });
    });
}

import { useEffect, useRef } from 'react';
import type { InkFound, InkTask } from './inkWorker';
import type { PictureImage } from './loadPicture';

/** Looks for lines and marks beside the page, so that it stays in hand meanwhile; the picture goes there once. */
export function useInkWorker(image: PictureImage | undefined): (task: InkTask) => Promise<InkFound> {
  const worker = useRef<Worker>(undefined);
  useEffect(() => {
    if (!image) return undefined;
    const made = new Worker(new URL('./inkWorker.ts', import.meta.url), { type: 'module' });
    const { width, height, data: rgba } = image.pixels;
    made.postMessage({ picture: { width, height, rgba } });
    worker.current = made;
    return () => made.terminate();
  }, [image]);
  return (task) =>
    new Promise((resolve, reject) => {
      const at = worker.current;
      if (!at) return reject(new Error('The picture is not there yet. Wait until it is shown.'));
      at.onmessage = ({ data }: MessageEvent<InkFound>) => resolve(data);
      at.onerror = () => reject(new Error('The picture could not be looked through. Try a smaller one.'));
      at.postMessage(task);
    });
}

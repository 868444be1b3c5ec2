import { useEffect, useState } from 'react';

export interface PictureImage {
  bitmap: ImageBitmap;
  pixels: ImageData;
}

const LEAST_PIXELS = 16;
const MOST_PIXELS = 60e6;
/** A drawing without a size of its own is drawn so wide. */
const DRAWING_WIDTH = 1600;

/** Decodes the picture of an address; what cannot be is told in a sentence. */
export function usePictureImage(address: string): { image: PictureImage | undefined; problem: string | undefined } {
  const [found, setFound] = useState<{ of: string; image?: PictureImage; problem?: string }>({ of: '' });
  useEffect(() => {
    const element = new Image();
    let isWanted = true;
    const say = (problem: string): void => {
      if (isWanted) setFound({ of: address, problem });
    };
    element.onerror = () =>
      say('The picture cannot be decoded: its file is broken. Open it elsewhere, save it anew, and send it again.');
    element.onload = () => {
      const [w, h] = [element.naturalWidth || DRAWING_WIDTH, element.naturalHeight || DRAWING_WIDTH / 1.5];
      if (Math.min(w, h) < LEAST_PIXELS) return say(`The picture has ${w} × ${h} pixels: nothing can be read off it.`);
      if (w * h > MOST_PIXELS)
        return say(`The picture has ${Math.round((w * h) / 1e6)} megapixels; up to 60 are taken. Make it smaller.`);
      const canvas = document.createElement('canvas');
      [canvas.width, canvas.height] = [w, h];
      const context = canvas.getContext('2d', { willReadFrequently: true })!;
      context.fillStyle = '#fff';
      context.fillRect(0, 0, w, h);
      context.drawImage(element, 0, 0, w, h);
      const pixels = context.getImageData(0, 0, w, h);
      void createImageBitmap(canvas).then((bitmap) => {
        if (isWanted) setFound({ of: address, image: { bitmap, pixels } });
      });
    };
    element.src = address;
    return () => {
      isWanted = false;
      element.src = '';
    };
  }, [address]);
  return found.of === address
    ? { image: found.image, problem: found.problem }
    : { image: undefined, problem: undefined };
}

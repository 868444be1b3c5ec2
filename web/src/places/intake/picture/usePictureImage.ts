import { useEffect, useState } from 'react';
import { loadPage, loadPicture, type PictureImage } from './loadPicture';

/** The picture at an address, or a page of the document there; what cannot be shown is told in a sentence. */
export function usePictureImage(
  address: string,
  mediaType: string,
  page: number,
): { image: PictureImage | undefined; problem: string | undefined } {
  const wanted = mediaType === 'application/pdf' ? `${address} ${page}` : address;
  const [found, setFound] = useState<{ of: string; image?: PictureImage; problem?: string }>({ of: '' });
  useEffect(() => {
    let isWanted = true;
    const loading = mediaType === 'application/pdf' ? loadPage(address, page) : loadPicture(address);
    loading.then(
      (image) => isWanted && setFound({ of: wanted, image }),
      (error: unknown) => isWanted && setFound({ of: wanted, problem: (error as Error).message }),
    );
    return () => {
      isWanted = false;
    };
  }, [address, mediaType, page, wanted]);
  return found.of === wanted
    ? { image: found.image, problem: found.problem }
    : { image: undefined, problem: undefined };
}

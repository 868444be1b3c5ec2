import { useEffect, useState } from 'react';
import { loadFigureFace } from './measureOnPage';

let isLoaded = false;

/** Whether the face of figures is there; what is drawn before would be set in another one. */
export function useFigureFace(): boolean {
  const [isThere, setThere] = useState(isLoaded);
  useEffect(() => {
    // A face that does not come is no reason to show nothing: the drawing falls back to another.
    if (!isLoaded)
      void loadFigureFace().finally(() => {
        isLoaded = true;
        setThere(true);
      });
  }, []);
  return isThere;
}

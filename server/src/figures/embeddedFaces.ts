import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const { resolve } = createRequire(import.meta.url);
const subsets = { latin: 'U+0000-00FF,U+2000-206F,U+20AC,U+2122,U+2190-2193,U+2212', greek: 'U+0370-03FF' } as const;
type Subset = keyof typeof subsets;

const faceOf = (subset: Subset, weight: 400 | 600, style: 'normal' | 'italic'): string => {
  const file = resolve(`@fontsource/ibm-plex-sans/files/ibm-plex-sans-${subset}-${weight}-${style}.woff2`);
  const data = readFileSync(file).toString('base64');
  return (
    `@font-face{font-family:'IBM Plex Sans';font-weight:${weight};font-style:${style};` +
    `unicode-range:${subsets[subset]};src:url(data:font/woff2;base64,${data}) format('woff2')}`
  );
};

const texts = /<text\b([^>]*)>([^<]*)<\/text>/g;

/** An SVG that carries the faces that its texts need. */
export function embeddedFaces(svg: string): string {
  const needed = new Map<string, string>();
  for (const [, attributes = '', text = ''] of svg.matchAll(texts)) {
    const weight = /font-weight:\s*600|font-weight="600"/.test(attributes) ? 600 : 400;
    const style = /italic/.test(attributes) ? 'italic' : 'normal';
    const wanted: Subset[] = ['latin', ...(/[\u0370-\u03ff]/.test(text) ? (['greek'] as const) : [])];
    for (const subset of wanted) {
      const key = `${subset} ${weight} ${style}`;
      if (!needed.has(key)) needed.set(key, faceOf(subset, weight, style));
    }
  }
  return svg.replace(/^(<svg[^>]*>)/, `$1<style type="text/css">${[...needed.values()].join('')}</style>`);
}

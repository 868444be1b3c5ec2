import { echarts, type ChartOption } from './echarts';
import type { Size } from './Chart';
import { withDensity } from './withDensity';

export interface PictureSize {
  widthMm: number;
  heightMm: number;
  dpi: number;
}
/** CSS defines an inch as 96 pixels, so a picture laid out at its printed size keeps its letters readable. */
const PIXELS_PER_MM = 96 / 25.4;

const layout = ({ widthMm, heightMm }: PictureSize): Size => ({
  width: widthMm * PIXELS_PER_MM,
  height: heightMm * PIXELS_PER_MM,
});

/** The chart as a PNG of this printed size and resolution, drawn anew for it. */
export async function pictureAsPng(build: (size: Size) => ChartOption, wanted: PictureSize): Promise<Blob> {
  const size = layout(wanted);
  const place = document.createElement('div');
  const chart = echarts.init(place, null, { renderer: 'canvas', devicePixelRatio: wanted.dpi / 96, ...size });
  try {
    chart.setOption(build(size));
    const canvas = chart.renderToCanvas({ pixelRatio: wanted.dpi / 96, backgroundColor: '#ffffff' });
    const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
    if (!blob) throw new Error('The browser could not draw a picture of this size. Lower the dpi or the size.');
    const bytes = withDensity(new Uint8Array(await blob.arrayBuffer()), wanted.dpi);
    return new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'image/png' });
  } finally {
    chart.dispose();
  }
}

/** The chart as SVG, its size stated in mm. */
export function pictureAsSvg(build: (size: Size) => ChartOption, wanted: PictureSize): Blob {
  const size = layout(wanted);
  const chart = echarts.init(null, null, { renderer: 'svg', ssr: true, ...size });
  try {
    chart.setOption(build(size));
    const sized = chart
      .renderToSVGString()
      .replace(
        /^<svg width="[\d.]+" height="[\d.]+"/,
        `<svg width="${wanted.widthMm}mm" height="${wanted.heightMm}mm"`,
      );
    return new Blob([sized], { type: 'image/svg+xml' });
  } finally {
    chart.dispose();
  }
}

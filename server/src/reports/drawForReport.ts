import type { KeptDrawing } from '../store/keptContents';
import { pngOf, svgOf } from '../figures/drawPicture';
import { embeddedFaces } from '../figures/embeddedFaces';
import type { ReportPicture } from './writers/Writer';

/** A figure of a report as its format takes it. @throws {AppError} as figureOption */
export function drawForReport({
  drawing: { content, dressing },
  hasFaces,
  dpi,
}: {
  drawing: KeptDrawing;
  hasFaces: boolean;
  dpi: number;
}): ReportPicture {
  const svg = svgOf(content, dressing);
  return { svg: hasFaces ? embeddedFaces(svg) : svg, png: dpi > 0 ? pngOf(svg, dpi) : null };
}

/** The thread that draws figures for print and writes reports, so that no screen waits for it; the pool calls these by name. */
import { drawPicture as draw } from '../figures/drawPicture';
import { drawForReport as drawOne } from '../reports/drawForReport';
import { writeReport as write } from '../reports/writeReport';
import { reporting } from './reportErrors';

export const drawPicture = reporting(draw);
export const drawForReport = reporting(drawOne);
export const writeReport = reporting(write);
export const warm = (): void => undefined;

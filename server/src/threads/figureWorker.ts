/** The thread that draws figures for print, so that no screen waits for it; the pool calls these by name. */
import { drawPicture as draw } from '../figures/drawPicture';
import { reporting } from './reportErrors';

export const drawPicture = reporting(draw);
export const warm = (): void => undefined;

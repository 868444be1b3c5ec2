/** The thread for what takes long, so that no screen waits for it; the pool calls these by name. */
import { drawWay as way } from './drawWay';
import { reporting } from './reportErrors';

export const drawWay = reporting(way);

/** The thread that writes files on their way out. */
import { reporting } from './reportErrors';
import { writeFileOf } from './writeFileOf';

export const write = reporting(writeFileOf);

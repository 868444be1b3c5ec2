import type { TableBody } from '@undameter/contract';
import { coolantTable } from './coolantTable';
import { waterTables } from './waterTables';

export const demoTables: readonly TableBody[] = [...waterTables, coolantTable];

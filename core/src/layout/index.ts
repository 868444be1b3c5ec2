export { columnReadingSchema, type ColumnReading } from './ColumnReading';
export { layoutSchema, type Layout } from './Layout';
export { previewSchema, whySchema, type Because, type Preview, type PreviewColumn, type Why } from './Preview';
export {
  columnChoiceSchema,
  recognise,
  savedLayoutSchema,
  type ColumnChoice,
  type Recognised,
  type SavedLayout,
} from './SavedLayout';
export { readRecordSchema, type ColumnRecord, type ReadRecord } from './ReadRecord';
export { propertiesOf, type Property } from './propertiesOf';
export { isUnit, proposeSymbol, splitHeading, unitCell } from './headings';

/** Columns: pointed at and moved by their outline. */
import type { Column } from '../../../core/kinds/column/record';
import { freeStanding } from '../free-standing';
import type { EditorKind } from '../kind';
import { columnCard } from './card';
import { ColumnTool } from './tool';

export const column: EditorKind<Column> = {
  ...freeStanding('column'),
  card: (make, records) => (records.length === 1 ? columnCard(make, records[0]!) : undefined),
  sentence: ['width', 'depth', 'diameter', 'height', 'angle'],
  tools: { column: (editor) => new ColumnTool(editor) }
};

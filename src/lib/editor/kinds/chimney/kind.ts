/** Chimneys: pointed at and moved by their outline. */
import type { Chimney } from '../../../core/kinds/chimney/record';
import { freeStanding } from '../free-standing';
import type { EditorKind } from '../kind';
import { chimneyCard } from './card';
import { ChimneyTool } from './tool';

export const chimney: EditorKind<Chimney> = {
  ...freeStanding('chimney'),
  card: (make, records) => (records.length === 1 ? chimneyCard(make, records[0]!) : undefined),
  sentence: ['width', 'depth', 'base', 'above', 'height'],
  tools: { chimney: (editor) => new ChimneyTool(editor) }
};

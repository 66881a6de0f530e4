/** Everything about the selection as fields, grouped as the trade thinks. */
import { type Editor } from '../editor';
import { type Rec, type Wall } from '../../core/project/records';
import { type DetailsCard, CardMaker } from './card';
import { setActions } from './sets';
import { wallCard } from './walls';
import { openingCard } from './openings';
import { dimensionCard, guideCard } from './marks';
import { slabCard, roofCard } from './floors-roofs';
import { sheetCard, storeyCard } from './levels';
import { chimneyCard, columnCard } from './standing';
import { projectCard } from './project';

export function describeSelection(editor: Editor): DetailsCard | undefined {
  const card = cardOf(editor);
  const first = editor.selected[0]?.kind;
  if (!card || first === 'project' || first === 'storey') return card;
  return { ...card, actions: [...(card.actions ?? []), ...setActions(editor)] };
}

function cardOf(editor: Editor): DetailsCard | undefined {
  const records = editor.selected;
  const first = records[0];
  if (!first) return undefined;
  const make = new CardMaker(editor);
  if (records.length > 1 && !records.every((record) => record.kind === 'wall')) return mixedCard(records);
  switch (first.kind) {
    case 'wall':
      return wallCard(make, records as Wall[]);
    case 'opening':
      return openingCard(make, first);
    case 'column':
      return columnCard(make, first);
    case 'chimney':
      return chimneyCard(make, first);
    case 'slab':
      return slabCard(make, first);
    case 'roof':
      return roofCard(make, first);
    case 'sheet':
      return sheetCard(make, first);
    case 'storey':
      return storeyCard(make, first);
    case 'project':
      return projectCard(make, first);
    case 'dimension':
      return dimensionCard(make, first);
    case 'guide':
      return guideCard(make, first);
    default:
      return undefined;
  }
}

function mixedCard(records: readonly Rec[]): DetailsCard {
  const counts = new Map<string, number>();
  for (const { kind } of records) counts.set(kind, (counts.get(kind) ?? 0) + 1);
  return {
    title: `${records.length} things`,
    subtitle: [...counts].map(([kind, count]) => `${count} ${kind}${count > 1 ? 's' : ''}`).join(', '),
    plies: [],
    groups: []
  };
}

/** What the interface lists is told apart by name: two alike would throw in the page. Tried by a hand at random. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { allRecords } from '../core/document/project';
import { example } from '../core/testing/house';
import { describeNow } from './details/describe';
import { Editor } from './editor';
import { newHistory } from './history';
import { picturesOf } from './kinds/pictures';
import { isBlank } from './sentence';
import { WallStyle } from './style';
import { readLateTools, takeTool } from './take-tool';
import type { ToolName } from './tool';

await readLateTools();

const toolNames: readonly ToolName[] = [
  ...(['wallRun', 'rectangle', 'joint', 'makeTrue', 'shape', 'guide', 'dimension', 'column'] as const),
  ...(['chimney', 'door', 'window', 'opening', 'slab', 'fall', 'stair', 'clearSpace', 'surveyRun'] as const),
  ...(['surveyRoom', 'roomTie', 'siteNote', 'ground', 'footing', 'copyUp', 'roof', 'roofEdge'] as const),
  ...(['dormer', 'rooflight', 'trueUp', 'foundWalls', 'tape'] as const)
];
const typed = ['0', '-5', '12', '1000', '3500', 'abc', '', `3' 4 1/2"`, '45', '90.3', '2.5 m'];

function twice(list: readonly unknown[]): unknown[] {
  return list.filter((one, i) => list.indexOf(one) !== i);
}

/** What is in two places of one list, by where that is. */
function alikeIn(editor: Editor): Record<string, unknown[]> {
  const { tool } = editor;
  const blanks = tool?.sentence().filter(isBlank) ?? [];
  const card = describeNow(editor);
  const fields = card?.groups.flatMap((group) => group.fields) ?? [];
  const lists: Record<string, readonly unknown[]> = {
    blanks: blanks.map(({ name }) => name),
    keys: tool?.keys?.map(({ key }) => key) ?? [],
    groups: card?.groups.map(({ title }) => title) ?? [],
    actions: card?.actions?.map(({ label }) => label) ?? [],
    pictures: card && !card.isOfTool ? picturesOf(editor).map(({ label }) => label) : [],
    ...Object.fromEntries(
      [...blanks, ...fields].map(({ name, choices }) => [
        `choices of ${name}`,
        choices?.map((c) => c.value) ?? []
      ])
    ),
    ...Object.fromEntries(
      card?.groups.map((group) => [group.title, group.fields.map(({ name }) => name)]) ?? []
    )
  };
  return Object.fromEntries(
    Object.entries(lists).flatMap(([what, list]) => (twice(list).length > 0 ? [[what, twice(list)]] : []))
  );
}

type Step = readonly [what: 'take' | 'click' | 'fill' | 'accept' | 'select', one: number, two: number];

const step: fc.Arbitrary<Step> = fc.tuple(
  fc.constantFrom('take', 'click', 'fill', 'fill', 'accept', 'select'),
  fc.nat({ max: 9999 }),
  fc.nat({ max: 9999 })
);

function hand(editor: Editor, style: WallStyle, [what, one, two]: Step) {
  const { tool } = editor;
  const of = <T>(list: readonly T[], at: number) => list[at % list.length]!;
  if (what === 'take') takeTool(editor, style, of(toolNames, one));
  else if (what === 'select') {
    const all = allRecords(editor.project);
    const { kind, id } = of(all, one);
    editor.take(undefined);
    editor.select(two % 2 ? [id] : all.filter((other) => other.kind === kind).map((other) => other.id));
  } else if (what === 'click') tool?.click?.({ x: 1.4 * one - 1000, y: two - 1000 }, 20);
  else if (what === 'accept') tool?.accept();
  else {
    const blank = of([...(tool?.sentence().filter(isBlank) ?? []), undefined], one);
    if (blank) tool!.fill(blank.name, blank.choices ? (of(blank.choices, two)?.value ?? '') : of(typed, two));
  }
}

it.each(['gannet-house', 'dunlin-net-stores'] as const)('at %s no list has two alike', (name) => {
  const project = example(name);
  fc.assert(
    fc.property(fc.array(step, { minLength: 10, maxLength: 30 }), (steps) => {
      const events = { changed: () => undefined, operated: () => undefined };
      const editor = new Editor(newHistory(project), events);
      const style = new WallStyle(editor);
      for (const one of steps) {
        hand(editor, style, one);
        expect(alikeIn(editor)).toEqual({});
      }
    }),
    {
      numRuns: 40,
      examples: [
        // Windows with an entry of the catalogue and without; a plot whose second corner is typed.
        ...allRecords(project)
          .flatMap(({ kind }, i) => (kind === 'opening' ? [[[['select', i, 0]] as Step[]] as [Step[]]] : []))
          .slice(0, 1),
        [
          [
            ['take', toolNames.indexOf('ground'), 0],
            ['fill', 0, 2],
            ['click', 900, 900]
          ]
        ]
      ]
    }
  );
});

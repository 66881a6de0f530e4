import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { NodeIO } from '@gltf-transform/core';
import { validateBytes } from 'gltf-validator';
import { beforeAll, describe, expect, it } from 'vitest';
import { runScript, type Script } from '../commands/script';
import { elementsOf } from '../model/bodies';
import { Model } from '../model/graph';
import type { Project } from '../document/kind';
import { writeGlb } from './glb';
import { planForPage, writePlanSvg } from './plan-svg';
import { escapeXml, paperFill, writeSvg } from './svg';

let project: Project;
const model = new Model();
beforeAll(() => {
  const result = runScript(JSON.parse(readFileSync('examples/gannet-house.json', 'utf8')) as Script);
  if (!result.ok) throw new Error(result.problem.message);
  project = result.project;
});

describe('GLB', () => {
  it('is valid, in metres, Y up, a named node with its id for every element', async () => {
    const elements = elementsOf(model, project);
    const bytes = await writeGlb(project, elements);
    const { issues } = await validateBytes(bytes);
    expect([issues.numErrors, issues.numWarnings]).toEqual([0, 0]);
    const document = await new NodeIO().readBinary(bytes);
    const nodes = document.getRoot().listNodes();
    const byId = new Map(nodes.map((node) => [(node.getExtras() as { id: string }).id, node]));
    const solid = elements.filter(({ parts }) => parts.length > 0);
    for (const { id, kind } of solid) {
      expect(byId.get(id)?.getExtras()).toEqual({ id, kind });
      expect(byId.get(id)!.getName().length).toBeGreaterThan(3);
    }
    expect(byId.get('north')!.getName()).toBe('Wall main block, north');
    // The north wall: 11.4 m long, 2.55 m high, its outer face 7.8 m to the north (-Z).
    const box = { min: [Infinity, Infinity, Infinity], max: [-Infinity, -Infinity, -Infinity] };
    for (const primitive of byId.get('north')!.getMesh()!.listPrimitives()) {
      const position = primitive.getAttribute('POSITION')!;
      for (let i = 0; i < position.getCount(); i++)
        position.getElement(i, []).forEach((v, k) => {
          box.min[k] = Math.min(box.min[k]!, v);
          box.max[k] = Math.max(box.max[k]!, v);
        });
    }
    expect(box.min.map((v) => Number(v.toFixed(4)))).toEqual([0, 0, -7.8]);
    expect(box.max.map((v) => Number(v.toFixed(4)))).toEqual([11.4, 2.55, -7.375]);
    const materials = document
      .getRoot()
      .listMaterials()
      .map((one) => one.getName());
    expect(materials).toContain('Coursed stone');
    expect(materials).toContain('Glass');
  });
});

describe('SVG', () => {
  it('is well-formed, at true scale, with layers and ids', () => {
    const svg = writePlanSvg(model.at(project), 'storey-1', 50)!;
    const file = join(mkdtempSync(join(tmpdir(), 'svg-')), 'plan.svg');
    writeFileSync(file, svg);
    execFileSync('xmllint', ['--noout', file]);
    for (const layer of [
      'walls',
      'openings',
      'dimensions-overall',
      'dimensions-faces',
      'dimensions-openings'
    ])
      expect(svg).toContain(`<g id="${layer}">`);
    expect(svg).toContain('data-id="front-door"');
    // 13 800 at 1:50 is 276 mm between the ends of the overall string.
    const overall = svg.split('<g id="dimensions-overall">')[1]!.split('</g>')[0]!;
    const [, x0, , x1] = /d="M([\d.]+) ([\d.]+)L([\d.]+) \2"/.exec(overall)!;
    expect(Math.abs(Number(x1) - Number(x0))).toBeCloseTo(276, 2);
    expect(overall).toContain('>13\u00a0800<');
    // On a sheet: an A2 at 1:50, an A4 at the scale that fits one, with its title, level and scale.
    expect(svg).toContain('width="594mm" height="420mm"');
    const page = planForPage(model.at(project), 'storey-2')!;
    expect(page.svg).toContain('width="297mm" height="210mm"');
    for (const words of [
      'Gannet House',
      'Plan of Upper, floor +2\u00a0880\u00a0mm',
      `1 : ${page.sheet.scale}`,
      'N',
      'A4'
    ])
      expect(page.svg).toContain(`>${words}</text>`);
  });
  it('the upper plan has the roof over it; an unknown storey has none', () => {
    expect(writePlanSvg(model.at(project), 'storey-2', 75)).toContain('stroke-dasharray="2 1.2"');
    expect(writePlanSvg(model.at(project), 'attic', 75)).toBeUndefined();
    expect(writePlanSvg(model.at(project), undefined, 75)).toContain('plan of Ground, 1:75');
  });
  it('escapes names, tints fills, and an empty drawing is still a page', () => {
    expect(escapeXml(`<"Rock & Sea">`)).toBe('&lt;&quot;Rock &amp; Sea&quot;&gt;');
    expect(paperFill('#000000')).toBe('#404040');
    expect(paperFill('chalk')).toBe('#FFFFFF');
    expect(writeSvg([], 50, 'Nothing')).toContain('<title>Nothing, 1:50</title>');
  });
});

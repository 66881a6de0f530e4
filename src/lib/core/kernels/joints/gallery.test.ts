import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { drawWall } from '../../kinds/wall/plan';
import { writeSvg } from '../../exchange/svg';
import { openEdges } from '../../geometry/mesh';
import type { Joint } from '../../kinds/joint/record';
import { framesOf, projectWith } from '../../testing/build';
import { jointGallery, type NamedJoint } from '../../testing/joint-gallery';
import { expectPartition } from '../../testing/partition';
import { deriveFootprints } from './footprints';
import { deriveWallSolids } from '../../kinds/wall/body';

const folder = 'tests/golden/joints';
/** Renew the pictures on purpose: GOLDEN=write npm run unit. */
const renew = process.env.GOLDEN === 'write';
const colours = {
  structure: '#8C979C',
  insulation: '#E7DCC0',
  sheathing: '#C7AD7F',
  cladding: '#B57B65',
  finish: '#DFE7DA',
  cavity: '#F2EFE6',
  membrane: '#8FA3AE'
};

function solve({ records, override }: NamedJoint) {
  const project = projectWith(...records);
  const frames = framesOf(project);
  const usual = deriveFootprints(frames);
  const node = usual.nodes.reduce((best, one) => (one.members.length > best.members.length ? one : best));
  const joint: Joint = {
    id: 'joint-1',
    kind: 'joint',
    storey: 'storey-1',
    members: node.members.map(({ frame, part }) => ({ wall: frame.wall.id, part })),
    cut: 'mitre',
    through: null,
    plies: [],
    ...override
  };
  return {
    project,
    usual,
    footprints: override ? deriveFootprints(frames, new Map([[node.key, joint]])) : usual
  };
}

/** The plan with plies coloured by duty, so that a picture shows what meets what. */
function picture(named: NamedJoint): string {
  const { project, footprints } = solve(named);
  const materials = new Map(project.tables.material);
  const plain = materials.get('plain')!;
  const marks = [...footprints.walls.values()].flatMap((wall) => {
    const byDuty = new Map(materials);
    const painted = {
      ...wall,
      frame: {
        ...wall.frame,
        buildUp: {
          ...wall.frame.buildUp,
          plies: wall.frame.buildUp.plies.map((ply) => ({ ...ply, material: ply.duty }))
        }
      },
      bands: [...wall.bands]
    };
    for (const [duty, colour] of Object.entries(colours)) byDuty.set(duty, { ...plain, id: duty, colour });
    return drawWall(painted, [], byDuty);
  });
  return `${writeSvg(marks, 10, named.name)}\n`;
}

describe('the gallery of joints', () => {
  it.each(jointGallery.map((named) => [named.name, named] as const))('%s', (name, named) => {
    const { footprints, usual } = solve(named);
    expectPartition(footprints, 500);
    expectPartition(footprints, 2000);
    for (const wall of footprints.walls.values()) {
      expect([name, wall.entangled]).toEqual([name, named.arranged ?? false]);
      const alone = { datum: 0, height: 2500, openings: [], planes: [], cuts: [], foot: 0 };
      for (const { mesh } of deriveWallSolids(wall, alone)) expect(openEdges(mesh)).toBe(0);
    }
    if (named.override)
      expect(picture(named)).not.toBe(picture({ ...named, override: undefined } as unknown as NamedJoint));
    else expect(footprints).toBe(usual);
    const file = `${folder}/${name}.svg`;
    const svg = picture(named);
    if (renew) {
      mkdirSync(folder, { recursive: true });
      writeFileSync(file, svg);
    }
    expect(existsSync(file)).toBe(true);
    expect(svg).toBe(readFileSync(file, 'utf8'));
  });
  it('has 26 of them', () => expect(jointGallery).toHaveLength(26));
});

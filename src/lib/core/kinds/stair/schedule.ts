/** What tables say of stairs. Heights above project zero, mm; mm2, mm3. */
import type { Query } from '../../document/kind';
import { nameElement } from '../../document/names';
import { volumeOf } from '../../document/volumes';
import { meshVolume } from '../../geometry/mesh';
import { distance } from '../../geometry/point';
import { ringsArea } from '../../geometry/ring';
import { round } from '../../units/round';
import { stairBodies, trimmedEdges } from './body';
import { brokenRules } from './choose';
import { headroomOver } from './headroom';
import { arrivesOn, climbOf, holesOfStairs, limitsOf, stairLayouts } from './shape';

export const stairRows = (query: Query) =>
  [...query.project.tables.stair.values()].map((stair) => {
    const { project } = query;
    const { foot, head, height } = climbOf(project, stair);
    const layout = query.get(stairLayouts, stair.id);
    const body = query.get(stairBodies, stair.id);
    const limits = limitsOf(project, stair);
    const riser = height / stair.risers;
    const headroom = headroomOver(query, stair);
    const broken = brokenRules(project, stair, layout).map(({ limit }) => limit as string);
    return {
      id: stair.id,
      name: nameElement(project, stair.id),
      ...{ storey: stair.storey, to: arrivesOn(project, stair)?.id ?? null, form: stair.form },
      ...{ from: round(foot), head: round(head), footFloor: stair.footFloor, headFloor: stair.headFloor },
      risers: stair.risers,
      riser: round(riser),
      going: round(stair.going),
      run: round((stair.risers - 1) * stair.going),
      width: stair.width,
      narrowest: layout?.narrowest === undefined ? null : round(layout.narrowest),
      area: round(ringsArea(layout ? layout.steps.map(({ ring }) => ring) : [])),
      hole: round(ringsArea(query.get(holesOfStairs, stair.id))),
      trimming: round(trimmedEdges(query, stair.id).reduce((sum, [a, b]) => sum + distance(a, b), 0)),
      headroom: headroom ? round(headroom.clear) : null,
      limits: [...broken, ...(headroom && headroom.clear < limits.headroom - 1 ? ['headroom'] : [])],
      volume: volumeOf(body),
      parts: Object.entries(
        (body?.parts ?? []).reduce<Record<string, number>>(
          (sum, { role, mesh }) => ({ ...sum, [role]: (sum[role] ?? 0) + meshVolume(mesh) }),
          {}
        )
      ).map(([role, volume]) => ({ role, volume: round(volume) }))
    };
  });

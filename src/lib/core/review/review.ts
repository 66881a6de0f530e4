/** What the review has to say: findings from the derived state, by the rules of the kinds and those across them. */
import type { Query, Repair, Rule, Scope, WorkStage } from '../document/kind';
import { nameOf } from '../document/names';
import { finding, type FindingCode } from '../document/findings';
import type { Told } from '../document/problem-entry';
import { declarationsOf, findRecord, settingsOf } from '../document/project';
import { worksOf } from '../document/work';
import { storeysInOrder } from '../kinds/storey/record';
import { findObstructed } from './cuts';
import { findIntoAbove, findRoofsInWay, findSlabsInWalls, findWallsInRoofs } from './collisions';
import { rulesOf } from './rules';
import { findUnsure } from './unsure';

export type Finding = Told & {
  readonly code: FindingCode;
  readonly id: string;
  readonly stage: WorkStage;
  readonly storey: string;
  readonly repair?: Repair;
  /** Other ways to mend it. */
  readonly others?: readonly Repair[];
  /** Why it was put off; undefined while it counts. */
  readonly deferred?: string;
};

/** Rules about several kinds at once. */
const rulesAcross: readonly Rule[] = [
  findObstructed,
  findUnsure,
  findIntoAbove,
  findSlabsInWalls,
  findRoofsInWay,
  findWallsInRoofs
];

/** Findings of a project, those put off among them with their reason. Values, never throws for what was drawn. */
export function reviewProject(query: Query): Finding[] {
  const findings: Finding[] = [];
  const said = new Map<string, number>();
  const { project } = query;
  const { units } = settingsOf(project);
  const works = query.get(worksOf, '');
  const rules = [...declarationsOf(project).flatMap(({ kind }) => rulesOf[kind] ?? []), ...rulesAcross];
  storeysInOrder(project).forEach(({ id: storey }, i) => {
    const scope: Scope = {
      ...{ project, query, storey, isFirst: i === 0 },
      named: (id) => nameOf(project, findRecord(project, id)),
      say: (stage, code, subjects, numbers, texts, repairs) => {
        // What is to be removed is not at fault any more.
        if (subjects.some((id) => works.get(id) === 'removed')) return;
        // The same of the same things twice, as of both ends of a wall, are two findings.
        const name = `${code} ${subjects.join(' ')}`;
        const before = said.get(`${storey} ${name}`) ?? 0;
        said.set(`${storey} ${name}`, before + 1);
        const [repair, ...others] = repairs ? [repairs].flat() : [];
        findings.push({
          ...finding(code, units, { subjects, ...(numbers && { numbers }), ...(texts && { texts }) }),
          id: before === 0 ? name : `${name} ${before + 1}`,
          stage,
          storey,
          ...(repair && { repair }),
          ...(others.length > 0 && { others })
        });
      }
    };
    for (const rule of rules) rule(scope);
  });
  const reasons = new Map(
    [...project.tables.deferral.values()].map(({ finding, reason }) => [finding, reason])
  );
  return findings.map((finding) => {
    const deferred = reasons.get(finding.id);
    return deferred === undefined ? finding : { ...finding, deferred };
  });
}

/** Projects of this browser: the list, and the way to what makes and opens them, which is loaded when it is first wanted. */
import { nanoid } from 'nanoid';
import { onceEver } from '../storage/database';
import { listProjects, removeProject as removeStored, shelve, type Shelved } from '../storage/shelf';
import type { ProjectRow } from '../storage/database';
import { tellRemoved } from '../storage/tabs';
import { newGuid } from './guid';

export const demoNames = ['Gannet House', 'Plover Cabin', 'Dunlin Net Stores'] as const;
export type Demo = (typeof demoNames)[number];

/** Where the build puts what `scripts/demos.ts` makes of the example scripts. */
const demoFiles: Record<Demo, string> = {
  'Gannet House': '/demo/gannet-house.json',
  'Plover Cabin': '/demo/plover-cabin.json',
  'Dunlin Net Stores': '/demo/dunlin-net-stores.json'
};

export const making = () => import('./making');

async function readDemo(name: Demo): Promise<Shelved> {
  const answer = await fetch(demoFiles[name]);
  if (!answer.ok) throw new Error(`${name} is not here: ${answer.status}`);
  return (await answer.json()) as Shelved;
}

async function putDemo(demo: Shelved): Promise<string> {
  const id = nanoid(10);
  const guid = newGuid();
  const records = demo.records.map((one) => (one.kind === 'project' ? { ...one, guid } : one));
  await shelve(id, { ...demo, records });
  return id;
}

/** Another of a demo house, as it is at first. */
export const layDemo = async (name: Demo): Promise<string> => putDemo(await readDemo(name));

/** The list; on the very first visit the demo houses are laid, both or none. */
export async function projectsHere(): Promise<ProjectRow[]> {
  await onceEver('demo houses', async () => {
    const demos = await Promise.all([...demoNames].reverse().map(readDemo));
    return async () => {
      for (const demo of demos) await putDemo(demo);
    };
  });
  return listProjects();
}

/** Remove a project, and tell the tabs that still have it open. */
export async function removeProject(id: string): Promise<void> {
  await removeStored(id);
  tellRemoved(id);
}

/** What the browser prints: the plan of the storey in hand on its sheet, or the list to measure again, and not the screen. */
import { settingsOf } from '../core/document/project';
import { sizesToMeasure } from '../core/review/to-measure';
import { planForPage } from '../core/exchange/plan-svg';
import { measurePage } from './measure-page';
import type { Editor } from '../editor/editor';

/** Put paper into the page for as long as it is being printed. Answers how to take it out again. */
function layOut(paper: HTMLElement, page: string): () => void {
  paper.className = 'print-sheet';
  const size = document.createElement('style');
  size.textContent = `@page { ${page} }`;
  document.head.append(size);
  document.body.append(paper);
  return () => {
    size.remove();
    paper.remove();
  };
}

let isList = false;

export function layOutForPrint({ model, project, storey }: Editor): () => void {
  const query = model.at(project);
  const paper = document.createElement('div');
  if (isList) {
    const name = (id: string) => project.tables.storey.get(id)?.name ?? '';
    paper.append(measurePage(settingsOf(project).name, sizesToMeasure(query), name));
    return layOut(paper, 'size: A4; margin: 14mm;');
  }
  const plan = planForPage(query, storey);
  if (!plan) return () => undefined;
  const { width, height } = plan.sheet;
  // Ours, made of numbers and escaped names.
  paper.innerHTML = plan.svg.slice(plan.svg.indexOf('<svg'));
  return layOut(paper, `size: ${width}mm ${height}mm; margin: 0;`);
}

/** Print the list to measure again; what the browser prints else is the plan. */
export function printMeasureList() {
  isList = true;
  window.print();
  isList = false;
}

/** What the browser prints: the plan of the storey in hand on its sheet, and not the screen. */
import { planForPage } from '../core/exchange/plan-svg';
import type { Editor } from '../editor/editor';

/** Put the sheet into the page for as long as it is being printed. Answers how to take it out again. */
export function layOutForPrint({ model, project, storey }: Editor): () => void {
  const plan = planForPage(model.at(project), storey);
  if (!plan) return () => undefined;
  const { width, height } = plan.sheet;
  const paper = document.createElement('div');
  paper.className = 'print-sheet';
  // Ours, made of numbers and escaped names.
  paper.innerHTML = plan.svg.slice(plan.svg.indexOf('<svg'));
  const size = document.createElement('style');
  size.textContent = `@page { size: ${width}mm ${height}mm; margin: 0; }`;
  document.head.append(size);
  document.body.append(paper);
  return () => {
    size.remove();
    paper.remove();
  };
}

/** The list of what is to be measured again, as pages to print and take along. */
import { whoMeasured } from '../core/document/known';
import type { SizeToMeasure } from '../core/review/to-measure';

const heads = ['Storey', 'What', 'Size', 'As it stands', 'How known', 'Measured', 'By, on'];

function cell(kind: 'td' | 'th', text: string): HTMLElement {
  const made = document.createElement(kind);
  made.textContent = text;
  return made;
}

function row(kind: 'td' | 'th', texts: readonly string[]): HTMLElement {
  const made = document.createElement('tr');
  made.append(...texts.map((text) => cell(kind, text)));
  return made;
}

/** A4 upright; a blank in each row for the size that is measured, and who measured it. */
export function measurePage(
  house: string,
  sizes: readonly SizeToMeasure[],
  storeyName: (id: string) => string
): HTMLElement {
  const page = document.createElement('section');
  page.className = 'measure-page';
  const title = document.createElement('h1');
  title.textContent = `${house}: to be measured again`;
  const told = document.createElement('p');
  told.textContent =
    sizes.length === 0
      ? 'No size is assumed, and none is missing.'
      : `${sizes.length} ${sizes.length === 1 ? 'size' : 'sizes'}. Measured by ____________________ on ______________`;
  const table = document.createElement('table');
  const [head, body] = [document.createElement('thead'), document.createElement('tbody')];
  head.append(row('th', heads));
  body.append(
    ...sizes.map(({ storey, thing, size, now, known, by, on }) =>
      row('td', [storeyName(storey), thing, size, now, known, '', whoMeasured({ by, on })])
    )
  );
  table.append(head, body);
  page.append(title, told, ...(sizes.length > 0 ? [table] : []));
  return page;
}

/** Letting a rooflight into a slope of a roof: by pointing where its middle lies, and typing. */
import type { Tool } from '../../tool';
import type { Editor } from '../../editor';
import { choiceBlank, type SentencePart } from '../../sentence';
import type { LightOpens } from '../../../core/kinds/rooflight/record';
import { upSlope } from '../../../core/kinds/roof/slope';
import { SlopeTool, type HeldSlope } from '../roof/slope-tool';
import { opensWords } from './words';

export class RooflightTool extends SlopeTool implements Tool {
  readonly name = 'rooflight';
  protected readonly inwardBlank = 'up';
  protected readonly missing = {
    what: 'slope',
    hint: 'Point at the slope in the plan, where the middle of the rooflight is to lie.'
  };
  private opens: LightOpens = 'pivot';

  constructor(editor: Editor) {
    super(editor);
    this.proposed = { ...editor.usual.rooflight };
  }

  protected takes(): boolean {
    return true;
  }

  protected inwardsAt({ up }: HeldSlope): number {
    return up;
  }

  /** Up the slope, to its lower edge; the pointer holds its middle. */
  private get up(): number {
    const { place, pointed } = this;
    return place.inwards ?? Math.max(0, (pointed?.inwards ?? 0) - this.stepped(this.lengths.height! / 2));
  }

  protected get depth(): number {
    return this.held ? upSlope(this.held.slope, this.up).s : 0;
  }

  sentence(): SentencePart[] {
    if (this.roofs.length === 0)
      return ['This storey has no roof that a rooflight could be let into: put one on first.'];
    return [
      'Let a rooflight',
      this.length('width', 'Width'),
      'wide and',
      this.length('height', 'Height along the slope'),
      'high into the slope you point at,',
      choiceBlank('opens', 'How it opens', this.opens, opensWords),
      ', its middle',
      this.alongBlank,
      'from the left, its lower edge',
      this.inwards('Up the slope from the wall', this.up),
      'up the slope from the wall, its frame',
      this.length('upstand', 'Frame over the covering'),
      'over the covering.'
    ];
  }

  get note() {
    return this.held ? undefined : 'point at the slope, where its middle is to lie';
  }

  fill(blank: string, text: string): string | undefined {
    if (blank !== 'opens') return this.readPlace(blank, text);
    this.opens = text as LightOpens;
    this.preview();
    return undefined;
  }

  protected call() {
    const { along, up, opens } = this;
    const { width, height, upstand } = this.lengths;
    return { name: 'addRooflight', args: { ...this.eave, along, up, width, height, upstand, opens } };
  }
}

/** What the next wall will be: kept between tools, changed in their sentences. */
import { need } from '../core/document/command';
import { clearHeightOf } from '../core/kinds/storey/record';
import { otherSide, thicknessOf, type Side } from '../core/kernels/joints/frame';
import { settingOuts, type SettingOut, type Wall, type WallRole } from '../core/kinds/wall/record';
import type { BuildUp } from '../core/kinds/build-up/record';
import type { Preset } from '../core/kinds/preset/record';
import type { Project } from '../core/document/kind';
import { formatLength } from '../core/units/length';
import type { Editor } from './editor';
import { choiceBlank, readBlank, type Blank, type Choice, type SentencePart } from './sentence';
import type { KeyHint } from './tool';
import type { Values } from './values';

export const settingOutWords: Record<SettingOut, string> = {
  outer: 'outer face',
  structureOuter: 'outer face of structure',
  centre: 'centre line',
  structureInner: 'inner face of structure',
  inner: 'inner face',
  offset: 'line at an offset'
};

/** What each kind of wall is called, wherever it is told or chosen. */
export const roleWords: Record<WallRole, string> = {
  exterior: 'outer wall',
  partition: 'partition',
  nib: 'nib',
  low: 'low wall',
  parapet: 'parapet',
  foundation: 'foundation wall',
  chimney: 'chimney wall'
};

/** Those that one draws. */
const drawn = ['exterior', 'partition', 'nib', 'low', 'parapet', 'foundation'] as const satisfies WallRole[];

const roles = drawn.map((value): Choice => ({
  value,
  label: `${value === 'exterior' ? 'an' : 'a'} ${roleWords[value]}`
}));
type Size = 'thickness' | 'height' | 'base' | 'offset';

/** What stands in rooms on both sides is finished on both. */
const roleFor = (buildUp: BuildUp | undefined): WallRole =>
  buildUp && [buildUp.plies[0], buildUp.plies.at(-1)].every((ply) => ply?.duty === 'finish')
    ? 'partition'
    : 'exterior';

/** One per editor, so each house keeps its own. */
export class WallStyle {
  settingOut: SettingOut = 'outer';
  outside: Side = 'right';
  buildUp: string | undefined;
  role: WallRole = 'exterior';
  /** Whether the person chose what kind of wall it is; until then the build-up proposes it. */
  private isRoleChosen = false;
  /** The preset that was taken last. */
  preset: string | undefined;

  /** The base is above the storey's datum; the offset inwards from the outer face, for a line at an offset. */
  private readonly sizes: Values<Size>;

  constructor(private readonly editor: Editor) {
    this.sizes = editor.valuesOf('wall', (name) => this.proposed(name));
  }

  private proposed(name: Size): number {
    const { project, storey, usual } = this.editor;
    if (name === 'thickness') return usual.wall;
    if (name === 'offset') return usual.settingOutOffset;
    const { role } = this;
    if (name === 'base') return role === 'foundation' ? -usual.foundation : 0;
    if (role === 'low') return usual.lowWall;
    if (role === 'parapet' || role === 'foundation') return usual[role];
    return Math.max(100, clearHeightOf(project, need(project, 'storey', storey)));
  }

  get args() {
    const { sizes } = this;
    const make = this.buildUp ? { buildUp: this.buildUp } : { thickness: sizes.get('thickness') };
    return {
      settingOut: this.settingOut,
      outside: this.outside,
      role: this.role,
      height: sizes.get('height'),
      base: sizes.get('base'),
      ...(this.settingOut === 'offset' && { settingOutOffset: sizes.get('offset') }),
      ...make
    };
  }

  private size(name: Size, label: string): Blank {
    return this.sizes.length(name, label, this.editor.settings.units);
  }

  /** "of [build-up]", with the thickness of a plain one, then height, base and kind. */
  get words(): SentencePart[] {
    const { units } = this.editor.settings;
    return [
      ', of',
      choiceBlank('buildUp', 'Build-up', this.buildUp ?? 'plain', buildUpChoices(this.editor.project)),
      ...(this.buildUp ? [] : [this.size('thickness', 'Thickness'), 'thick']),
      ',',
      this.size('height', 'Height'),
      'high, its base',
      this.sizes.height('base', 'Base', units),
      ', as',
      choiceBlank('role', 'Kind of wall', this.role, roles),
      '.'
    ];
  }

  /** The setting-out line, with its offset where that is typed. */
  get line(): SentencePart[] {
    return this.settingOut === 'offset'
      ? [this.lineBlank, this.size('offset', 'Offset from the outer face')]
      : [this.lineBlank];
  }

  private get lineBlank(): Blank {
    return choiceBlank(
      'settingOut',
      'Setting-out line',
      this.settingOut,
      settingOuts.map((value) => ({ value, label: settingOutWords[value] }))
    );
  }

  /** True when the blank belongs to the style; a string says what is wrong. */
  fill(blank: string, text: string): boolean | string {
    const { units } = this.editor.settings;
    switch (blank) {
      case 'settingOut':
        this.settingOut = text as SettingOut;
        return true;
      case 'role':
        this.role = text as WallRole;
        this.isRoleChosen = true;
        return true;
      case 'buildUp':
        this.buildUp = text === 'plain' ? undefined : text;
        if (!this.isRoleChosen) this.role = roleFor(this.editor.project.tables.buildUp.get(text));
        return true;
      case 'offset':
      case 'base':
      case 'thickness':
      case 'height': {
        const read = readBlank(blank === 'base' ? 'height' : 'length', text, units);
        if (!read.ok) return read.message;
        if ((blank === 'thickness' || blank === 'height') && read.value <= 0)
          return `A ${blank} must be more than zero.`;
        this.sizes.type(blank, read.value);
        return true;
      }
      default:
        return false;
    }
  }

  /** The other face to the setting-out line: outer, centre, inner in turn. */
  nextSettingOut() {
    const turn: SettingOut[] = ['outer', 'centre', 'inner'];
    this.settingOut = turn[(turn.indexOf(this.settingOut) + 1) % turn.length]!;
  }

  static readonly keys: readonly KeyHint[] = [
    { key: 'F', does: 'next line' },
    { key: 'X', does: 'turn the outside' },
    { key: 'P', does: 'next preset' }
  ];

  /** Which way the outside looks, as the wall is drawn. */
  get note(): string {
    return `outside on the ${this.outside} as it is drawn`;
  }

  /** What `keys` say. */
  key(key: string): boolean {
    if (key === 'f') this.nextSettingOut();
    else if (key === 'x') this.flip();
    else if (key === 'p') this.nextPreset();
    else return false;
    return true;
  }

  private nextPreset() {
    const presets = [...this.editor.project.tables.preset.values()];
    if (presets.length === 0)
      return this.editor.say({
        kind: 'problem',
        text: 'There is no preset yet.',
        hint: 'Keep these settings under a name first: Save as preset, beside the tools for walls.'
      });
    const at = presets.findIndex(({ id }) => id === this.preset);
    this.take(presets[(at + 1) % presets.length]!);
  }

  /** As a preset, or as another wall is. */
  take(like: Preset | Wall) {
    this.settingOut = like.settingOut;
    this.outside = like.outside;
    this.buildUp = like.buildUp;
    this.role = like.role;
    this.isRoleChosen = true;
    this.sizes.type('offset', like.settingOutOffset);
    this.sizes.type('base', like.base);
    const height =
      like.kind === 'preset' ? like.height : like.top.kind === 'height' ? like.top.height : undefined;
    if (height) this.sizes.type('height', height);
    else this.sizes.letGo('height');
    this.preset = like.kind === 'preset' ? like.id : undefined;
  }

  /** What a preset would keep. */
  get settings() {
    const { settingOut, outside, role, base } = this.args;
    const { sizes } = this;
    const height = sizes.isTyped('height') ? sizes.get('height') : null;
    return {
      ...{ settingOut, outside, role, base, settingOutOffset: sizes.get('offset'), height },
      ...(this.buildUp ? { buildUp: this.buildUp } : { thickness: sizes.get('thickness') })
    };
  }

  flip() {
    this.outside = otherSide[this.outside];
  }
}

export function buildUpChoices(project: Project): Choice[] {
  const { units } = [...project.tables.project.values()][0]!;
  const named = [...project.tables.buildUp.values()].map((one) => {
    const thickness = formatLength(thicknessOf(one), units);
    return { value: one.id, label: one.name.includes(thickness) ? one.name : `${one.name} (${thickness})` };
  });
  return [{ value: 'plain', label: 'plain wall' }, ...named];
}

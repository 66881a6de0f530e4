/** Editing build-ups and materials: what the panel shows, and each change as a command. No DOM. */
import { thicknessOf } from '../../../core/kernels/joints/frame';
import { massOf, thermalTransmittance } from '../../../core/takeoff/thermal';
import type { BuildUp, Ply } from '../../../core/kinds/build-up/record';
import type { Material } from '../../../core/kinds/material/record';
import {
  besideLength,
  explainFault,
  formatLength,
  formatLengthWithUnit,
  parseLength
} from '../../../core/units/length';
import type { Editor } from '../../editor';

export interface BuildUpRow {
  readonly id: string;
  readonly name: string;
  readonly thickness: string;
  readonly used: number;
}

export interface BuildUpTable extends BuildUpRow {
  readonly record: BuildUp;
  readonly beside: string | undefined;
  readonly plies: readonly {
    readonly ply: Ply;
    readonly thickness: string;
    /** How it was rounded, what it is in the second unit. */
    readonly beside: string | undefined;
    readonly material: Material | undefined;
  }[];
  readonly uValue: string;
  readonly mass: string;
}

export class BuildUpBench {
  constructor(private readonly editor: Editor) {}

  private usedBy(id: string): number {
    return [...this.editor.project.tables.wall.values()].filter((wall) => wall.buildUp === id).length;
  }

  get rows(): BuildUpRow[] {
    const { units } = this.editor.settings;
    return [...this.editor.project.tables.buildUp.values()].map((one) => ({
      id: one.id,
      name: one.name,
      thickness: formatLengthWithUnit(thicknessOf(one), units),
      used: this.usedBy(one.id)
    }));
  }

  tableOf(id: string): BuildUpTable | undefined {
    const { project, settings } = this.editor;
    const record = project.tables.buildUp.get(id);
    if (!record) return undefined;
    const { material } = project.tables;
    return {
      id,
      name: record.name,
      record,
      thickness: formatLengthWithUnit(thicknessOf(record), settings.units),
      beside: besideLength(thicknessOf(record), settings.units, settings.secondUnits),
      used: this.usedBy(id),
      plies: record.plies.map((ply) => ({
        ply,
        thickness: formatLength(ply.thickness, settings.units),
        beside: besideLength(ply.thickness, settings.units, settings.secondUnits),
        material: material.get(ply.material)
      })),
      uValue: thermalTransmittance(record, material).toFixed(2),
      mass: massOf(record, material).toFixed(0)
    };
  }

  private run(name: string, args: unknown): string | undefined {
    return this.editor.refusal({ name, args });
  }

  private setPlies(id: string, change: (plies: readonly Ply[]) => readonly Ply[]): string | undefined {
    const record = this.editor.project.tables.buildUp.get(id);
    return record && this.run('setBuildUp', { id, plies: change(record.plies) });
  }

  rename = (id: string, name: string) => this.run('setBuildUp', { id, name });
  rate = (id: string, ratings: { fireRating?: string; soundRating?: string }) =>
    this.run('setBuildUp', { id, ...ratings });

  setPly(id: string, at: number, changes: Partial<Ply>): string | undefined {
    return this.setPlies(id, (plies) => plies.map((ply, i) => (i === at ? { ...ply, ...changes } : ply)));
  }

  setThickness(id: string, at: number, text: string): string | undefined {
    const parsed = parseLength(text, this.editor.settings.units);
    return parsed.ok ? this.setPly(id, at, { thickness: parsed.value }) : `${explainFault(text, parsed)}.`;
  }

  /** Move a ply to another place in the order. */
  movePly(id: string, from: number, to: number): string | undefined {
    return this.setPlies(id, (plies) => {
      const rest = plies.filter((_, i) => i !== from);
      return [...rest.slice(0, to), plies[from]!, ...rest.slice(to)];
    });
  }

  addPly(id: string): string | undefined {
    return this.setPlies(id, (plies) => [...plies, { material: 'plaster', thickness: 12, duty: 'finish' }]);
  }

  removePly(id: string, at: number): string | undefined {
    return this.setPlies(id, (plies) => plies.filter((_, i) => i !== at));
  }

  /** Answers the copy's id. */
  copy(id: string): string | undefined {
    return this.editor.perform({ name: 'copyBuildUp', args: { from: id } })?.[0];
  }

  remove = (id: string) => this.run('deleteItems', { ids: [id] });

  get materials(): Material[] {
    return [...this.editor.project.tables.material.values()];
  }

  setMaterial = (id: string, changes: object) => this.run('setMaterial', { id, ...changes });

  addMaterial(): string | undefined {
    return this.editor.perform({
      name: 'addMaterial',
      args: { name: 'New material', colour: '#C9CCC6' }
    })?.[0];
  }

  /** Give a build-up to the walls selected. */
  give(id: string): string | undefined {
    const ids = [...this.editor.selection].filter((one) => this.editor.project.tables.wall.has(one));
    return ids.length === 0 ? 'Select walls first.' : this.run('setWalls', { ids, buildUp: id });
  }
}

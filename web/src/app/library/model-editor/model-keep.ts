import { inject, Injectable, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { readModelDraft } from '@oak-gate/contract';
import type { ReadDraft } from '@oak-gate/contract';
import { asDrafted, patternOf, plateOf } from '@oak-gate/core';
import type { ModelDraft } from '@oak-gate/core';
import * as z from 'zod';
import { sessionFeature } from '../../state/session.feature';

const kept = z.object({
  file: z.unknown(),
  plate: z.object({ example: z.string(), from: z.int(), to: z.int() }).nullable(),
  seen: z.string(),
  everMade: z.record(z.string(), z.int()).optional(),
});
export interface KeptDraft {
  readonly draft: ModelDraft;
  /** The digest of what it was made from; nothing of a new model. */
  readonly seen: string;
}

/** What somebody makes is on this tablet at every change, also with faults: a reload and a dead battery take nothing of it. */
@Injectable({ providedIn: 'root' })
export class ModelKeep {
  private readonly person = inject(Store).selectSignal(sessionFeature.selectPerson);
  /** A file that came in with faults, on its way to the editor. */
  readonly fromFile = signal<ReadDraft | undefined>(undefined);

  private key(of: string): string {
    return `oak-gate model ${this.person()?.id ?? ''} ${of}`;
  }
  put(of: string, { draft, seen }: KeptDraft): void {
    const { plate, everMade, ...model } = draft;
    const file = { format: 'oak-gate/engine-model', version: 2, model: asDrafted(model) };
    localStorage.setItem(this.key(of), JSON.stringify({ file, plate, seen, everMade }));
  }
  /** What was kept; undefined where nothing is, or what is there cannot be read. */
  get(of: string): KeptDraft | undefined {
    const text = localStorage.getItem(this.key(of));
    if (text === null) return undefined;
    try {
      const { file, plate, seen, everMade } = kept.parse(JSON.parse(text));
      const read = readModelDraft(file);
      if (read === undefined) return undefined;
      // A plate that is half written makes no pattern: it is kept beside it.
      const shown = plate ?? (plateOf(read.draft.serialPattern) === undefined ? null : read.draft.plate);
      const draft = { ...read.draft, plate: shown, ...(everMade === undefined ? {} : { everMade }) };
      return {
        draft: { ...draft, serialPattern: shown === null ? draft.serialPattern : patternOf(shown) },
        seen,
      };
    } catch {
      return undefined;
    }
  }
  drop(of: string): void {
    localStorage.removeItem(this.key(of));
  }
}

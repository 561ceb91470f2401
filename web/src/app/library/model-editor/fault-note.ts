import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { ModelPath } from '@oak-gate/core';
import { ModelEdit } from './model-edit';

/** What is wrong with a field, at the field. */
@Component({
  selector: 'app-fault-note',
  template: `
    @for (fault of faults(); track $index) {
      <p class="fault" role="alert">
        {{ fault.words }}.
        @if (fault.isOfFile) {
          <button type="button" (click)="edit.accept(fault)">It is right as it stands here</button>
        }
      </p>
    }
  `,
  styles: `
    .fault {
      margin: 4px 0 2px;
      padding: 4px 10px;
      border-left: 4px solid var(--ink);
      background: var(--notice);
      font: 600 15px/1.3 var(--text-narrow);
    }
    .fault::first-letter {
      text-transform: uppercase;
    }
    button {
      min-height: 44px;
      padding: 0 12px;
      border: 1px solid var(--line-strong);
      border-radius: 3px;
      background: var(--panel-sunk);
      color: var(--ink);
      font: 600 15px/1 var(--text);
      cursor: pointer;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FaultNote {
  protected readonly edit = inject(ModelEdit);
  readonly at = input.required<ModelPath>();
  /** Only what is wrong with the thing itself, and not with what is in it. */
  readonly exact = input(false);
  protected readonly faults = computed(() =>
    this.edit.faultsWithin(this.at()).filter(({ path }) => !this.exact() || path.length === this.at().length),
  );
}

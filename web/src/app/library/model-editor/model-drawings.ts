import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { withGapsAt } from '@oak-gate/core';
import { boreView, engineView, pistonHalfView, ringPath } from './model-drawing-view';
import { ModelEdit } from './model-edit';

/** The engine from above, half of its piston and its bore, drawn again at every change; a press on a part edits it. */
@Component({
  selector: 'app-model-drawings',
  templateUrl: './model-drawings.html',
  styleUrl: './model-drawings.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ModelDrawings {
  protected readonly edit = inject(ModelEdit);
  protected readonly engine = computed(() => engineView(this.edit.draft()));
  protected readonly piston = computed(() => pistonHalfView(this.edit.draft()));
  protected readonly bore = computed(() => boreView(this.edit.draft()));
  protected readonly ringPath = ringPath;

  protected toggle(groove: string, station: string, taken: boolean): void {
    this.edit.ring.set(groove);
    this.edit.change((draft) => withGapsAt(draft, groove, station, !taken));
  }
}

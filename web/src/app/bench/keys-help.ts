import { ChangeDetectionStrategy, Component, output } from '@angular/core';

const KEYS: readonly { readonly keys: string; readonly does: string }[] = [
  { keys: '19', does: 'with a feeler set: the 19 goes, nothing thicker was tried' },
  { keys: '19/', does: 'the 19 goes and the next blade of the set stops' },
  { keys: '19/21', does: 'the 19 goes, the 21 stops' },
  { keys: '22+', does: 'the 22 goes' },
  { keys: '<4', does: 'the 4 stops; nothing thinner was tried' },
  { keys: '10-15', does: 'several points around the part' },
  { keys: 'G  X', does: 'the marked blade goes, or stops' },
  { keys: 'Enter', does: 'record and go on along the route; Shift+Enter goes back' },
  { keys: '[  ]', does: 'the clipboard before, and the next one' },
  { keys: 'PgDn', does: 'to the next place that is not taken; PgUp to the next one that is wrong' },
  { keys: 'S', does: 'the route over the sheet: by cylinder, or by station, ring or plane' },
  { keys: 'D', does: 'the drawing in the place of the sheet, on a narrow screen, and back' },
  { keys: '40d/41s', does: 'the 40 goes with a light drag (f: freely), the 41 only starts: it stops' },
  { keys: 'V', does: 'the sheet as a set: readings beside each other, what stands out, what the banks say' },
  { keys: 'arrows', does: 'move over the sheet' },
  { keys: 'Y', does: 'yes to the question above the ladder' },
  { keys: 'R  A', does: 'take the offered re-reading, or stay with what was typed' },
  {
    keys: 'Ctrl+Z',
    does: 'take the last reading back, with one of four reasons: 1 to 4; 5 keeps two that contradict each other',
  },
  { keys: 'F', does: 'fit rings where none is fitted' },
  { keys: 'L', does: 'look up what governs here: every document on one axis' },
  { keys: 'B', does: 'measure without seeing limit and verdict until Enter, and back' },
  { keys: 'Q', does: 'raise a question about this place: an inspector who did not raise it decides' },
  { keys: 'P', does: 'number pad: off, right hand, left hand' },
  { keys: 'Esc', does: 'clear what is typed' },
];

/** The keys of the bench. */
@Component({
  selector: 'app-keys-help',
  template: `
    <div class="panel" role="dialog" aria-label="Keys of the bench">
      <h2>Keys of the bench</h2>
      <dl>
        @for (each of keys; track each.keys) {
          <dt class="figures">{{ each.keys }}</dt>
          <dd>{{ each.does }}</dd>
        }
      </dl>
      <button type="button" class="action" (click)="closed.emit()">Back to the bench</button>
    </div>
  `,
  styleUrl: './keys-help.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeysHelp {
  readonly closed = output();
  protected readonly keys = KEYS;
}

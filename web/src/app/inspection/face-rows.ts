import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { FaceStand } from '@oak-gate/core';
import { FaceMark } from './face-mark';

export interface FaceRow {
  readonly item: string;
  readonly name: string;
  readonly stand: FaceStand;
  /** Why it is looked at although no model lists it. */
  readonly because?: unknown;
  /** Its row, where the list stands beside a drawing. */
  readonly row?: number;
}

/** The faces of a part by their names, each with how it stands. */
@Component({
  selector: 'app-face-rows',
  imports: [FaceMark],
  template: `
    <ul [class.long]="columns() > 1" [class.beside]="beside()" [attr.aria-label]="label()">
      @for (face of faces(); track face.item) {
        <li [style.gridRow]="beside() ? (face.row ?? 0) + 1 : null">
          <button
            type="button"
            [class.here]="face.item === here()"
            [class.because]="face.because"
            [attr.aria-current]="face.item === here()"
            (click)="take.emit(face.item)"
          >
            <span>{{ face.name }}</span>
            <app-face-mark [stand]="face.stand" />
          </button>
        </li>
      }
    </ul>
  `,
  styleUrl: './face-rows.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FaceRows {
  readonly label = input.required<string>();
  readonly faces = input.required<readonly FaceRow[]>();
  readonly here = input<string>();
  readonly columns = input(1);
  /** Each row at the height at which its face is drawn. */
  readonly beside = input(false);
  readonly take = output<string>();
}

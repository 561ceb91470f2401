import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { FaceStand } from '@oak-gate/core';
import { FACE_MARKS } from './face-mark';
import { shapeOf } from './part-shapes';

export interface DrawnFace {
  readonly item: string;
  readonly name: string;
  readonly stand: FaceStand;
}

/** A part whose faces are pressed where they are, with what was found on each. */
@Component({
  selector: 'app-face-drawing',
  templateUrl: './face-drawing.html',
  styleUrl: './face-drawing.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FaceDrawing {
  /** A kind of part, or a view of it. */
  readonly view = input.required<string>();
  readonly faces = input.required<readonly DrawnFace[]>();
  readonly here = input<string>();
  readonly take = output<string>();
  protected readonly marks = FACE_MARKS;
  protected readonly shape = computed(() => shapeOf(this.view()));
  protected readonly field = computed(() => {
    const [width, height] = this.shape()?.size ?? [364, 300];
    return `-4 0 ${width + 8} ${height}`;
  });
  /** Only faces that are asked about are drawn to be pressed; the one in hand lies on top. */
  protected readonly drawn = computed(() => {
    const asked = new Map(this.faces().map((each) => [each.item, each]));
    return (this.shape()?.faces ?? [])
      .flatMap((shape) => {
        const face = asked.get(shape.face);
        return face === undefined ? [] : [{ ...shape, ...face, isHere: face.item === this.here() }];
      })
      .sort((a, b) => Number(a.isHere) - Number(b.isHere));
  });
}

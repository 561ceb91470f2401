import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { FaceView } from './inspection-view';
import { FaceDrawing } from './face-drawing';
import { FaceRows } from './face-rows';
import { beltOf, pistonInSection } from './piston-belt';

/**
 * A piston: cut open, its ring belt drawn large with what was found on it, and seen from above. Each face of the belt has its name
 * in the row beside it; the others have a list of their own.
 */
@Component({
  selector: 'app-piston-faces',
  imports: [FaceDrawing, FaceRows],
  templateUrl: './piston-faces.html',
  styleUrl: './piston-faces.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PistonFaces {
  readonly grooves = input.required<readonly string[]>();
  readonly faces = input.required<readonly FaceView[]>();
  readonly here = input<string>();
  readonly take = output<string>();

  private readonly byItem = computed(() => new Map(this.faces().map((each) => [each.item, each])));
  protected readonly belt = computed(() =>
    beltOf(this.grooves(), (item) => {
      const face = this.byItem().get(item);
      return face?.stand === 'rejected' ? face.entry?.defects[0]?.kind : undefined;
    }),
  );
  protected readonly section = computed(() => pistonInSection(this.grooves().length, this.belt().height));
  /** The faces of the belt that are asked about, each in the row beside its line. */
  protected readonly inBelt = computed(() =>
    this.belt().faces.flatMap((shape) => {
      const face = this.byItem().get(shape.face);
      return face === undefined ? [] : [{ ...face, ...shape, isHere: face.item === this.here() }];
    }),
  );
  protected readonly bottoms = computed(() => this.byItem().get('oilHoles'));
  protected readonly others = computed(() => {
    const drawn = new Set(this.inBelt().map(({ item }) => item));
    return this.faces().filter(({ item }) => !drawn.has(item));
  });
}

import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Characteristic, DiameterBasis, LengthUnit, FitState, WhatGoverns } from '@oak-gate/core';
import { bandsView, DRAWING_WIDTH } from './source-bands-view';

/** What governs here, as a drawing: each source's band under the other on one axis, the governing ends marked. */
@Component({
  selector: 'app-source-bands',
  templateUrl: './source-bands.html',
  styleUrl: './source-bands.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SourceBands {
  readonly found = input.required<WhatGoverns>();
  readonly characteristic = input<Characteristic>();
  readonly unit = input.required<LengthUnit>();
  readonly partState = input.required<FitState>();
  readonly basis = input<DiameterBasis>();
  protected readonly width = DRAWING_WIDTH;
  protected readonly view = computed(() =>
    bandsView(this.found(), this.characteristic(), this.unit(), this.partState(), this.basis()),
  );
}

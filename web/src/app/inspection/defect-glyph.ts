import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Defect } from '@oak-gate/core';

/** What a defect looks like in section, on a field of 80 by 44: drawn, so that it is known before its word is read. */
const GLYPHS: Readonly<Record<Defect, string>> = {
  crack: 'M6 22H36L41 30L38 35L43 42M44 22H74',
  step: 'M6 18H34V26H74',
  polish: 'M6 26H74M28 18h24M32 12h16',
  breakage: 'M6 18H44L50 24L56 26L58 34L66 42',
  bruise: 'M6 20H30Q40 36 50 20H74',
  burning: 'M6 22H22Q28 10 34 22Q40 6 46 22Q52 12 58 22H74',
  pitting: 'M6 20H16Q20 30 24 20H34Q37 28 40 20H50Q55 34 60 20H74',
  scoring: 'M8 10L72 18M8 20L72 28M8 30L72 38',
  seizure: 'M6 22H18L24 14L30 28L36 12L42 26L48 16L54 22H74',
  embedded: 'M6 24H30L36 14L44 14L50 24H74M36 14L40 24L44 14',
  fretting: 'M6 24H74M20 18v4M28 16v6M36 18v4M44 16v6M52 18v4M60 17v5',
  wear: 'M6 16H20Q40 34 60 16H74',
  corrosion: 'M6 22Q14 14 20 22Q28 32 34 22Q42 12 48 22Q56 30 62 22H74',
  stretch: 'M6 12H28Q40 22 52 12H74M6 34H28Q40 24 52 34H74',
  thread: 'M8 28L18 16L28 28L36 22L44 24L52 16L62 28L72 16',
  scale: 'M6 30H74M14 30V24H26V30M32 30V20H44V30M52 30V25H66V30',
  carbon: 'M6 28H22V16H58V28H74',
  grit: 'M6 30H74M18 22h.1M30 24h.1M38 18h.1M48 24h.1M60 21h.1',
  blocked: 'M6 14H74M6 32H74M34 14V32M46 14V32M34 23H46',
  wet: 'M40 8Q52 24 40 34Q28 24 40 8z',
};

/** Those that lie on a surface: below the line is metal. */
const IN_METAL: readonly Defect[] = [
  ...(['step', 'polish', 'breakage', 'bruise', 'burning', 'pitting', 'embedded', 'fretting'] as const),
  ...(['wear', 'corrosion', 'thread', 'scale', 'carbon', 'grit'] as const),
];
/** The metal below the line, closed at the bottom of the field. */
function metalOf(defect: Defect): string {
  const [surface = ''] = GLYPHS[defect].slice(1).split('M');
  return IN_METAL.includes(defect) ? `M${surface}V44H${parseFloat(surface)}z` : '';
}

@Component({
  selector: 'app-defect-glyph',
  template: `<svg viewBox="0 0 80 44" aria-hidden="true">
    <path class="metal" [attr.d]="metal()" />
    <path [attr.d]="shape()" />
  </svg>`,
  styles: `
    svg {
      display: block;
      width: 100%;
      height: 40px;
    }
    path {
      fill: none;
      stroke: var(--ink);
      stroke-width: 2.5;
      stroke-linecap: round;
      stroke-linejoin: round;
    }
    .metal {
      fill: var(--panel-sunk);
      stroke: none;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DefectGlyph {
  readonly defect = input.required<Defect>();
  protected readonly metal = computed(() => metalOf(this.defect()));
  protected readonly shape = computed(() => GLYPHS[this.defect()]);
}

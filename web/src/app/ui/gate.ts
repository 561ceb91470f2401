import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** A gate as a gate: two posts and a bar, down when shut, half raised when ready to be signed, up when passed. */
@Component({
  selector: 'app-gate',
  template: `
    <svg
      viewBox="0 0 32 34"
      [attr.width]="size()"
      [attr.height]="(size() * 34) / 32"
      aria-hidden="true"
      [class]="stand()"
    >
      <path class="post" d="M4 12v20M28 12v20" />
      @switch (stand()) {
        @case ('shut') {
          <path class="bar" d="M4 17h24M4 24h24" />
        }
        @case ('ready') {
          <path class="bar" d="M4 19 28 13" />
          <path class="bar thin" d="M4 25 27 19.5" />
        }
        @default {
          <path class="bar" d="M4 12 27 3" />
        }
      }
    </svg>
  `,
  styleUrl: './gate.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Gate {
  readonly stand = input.required<'shut' | 'ready' | 'passed'>();
  readonly size = input(30);
}

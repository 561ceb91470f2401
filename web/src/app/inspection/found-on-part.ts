import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { defectWords } from '@oak-gate/contract';
import { aboutFace, remarksOn } from '@oak-gate/core';
import type { JobState } from '@oak-gate/core';
import { WhenPipe } from '../ui/when.pipe';
import { DefectGlyph } from './defect-glyph';
import type { PartView } from './inspection-view';

/** Everything for which a part is rejected, at one look: what it is, where, who saw it, and its photograph. */
@Component({
  selector: 'app-found-on-part',
  imports: [DefectGlyph, WhenPipe],
  template: `
    @for (each of found(); track each.item) {
      <button
        type="button"
        [class.here]="each.item === here()"
        [attr.aria-label]="'Found: ' + each.name + ', ' + each.words"
        (click)="take.emit(each.item)"
      >
        @if (each.photograph; as source) {
          <img [src]="source" alt="" loading="lazy" />
        } @else if (each.defect) {
          <span class="glyph"><app-defect-glyph [defect]="each.defect" /></span>
        }
        <span class="said">
          <strong>{{ each.name }}</strong>
          <span>{{ each.words }}</span>
          <small>{{ each.by }}, {{ each.at | when }}</small>
        </span>
      </button>
    }
  `,
  styleUrl: './found-on-part.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FoundOnPart {
  readonly job = input.required<JobState>();
  readonly part = input.required<PartView>();
  readonly here = input<string>();
  readonly take = output<string>();
  protected readonly found = computed(() => {
    const [job, { part, faces }] = [this.job(), this.part()];
    return faces.flatMap(({ item, name, stand, entry }) => {
      if (stand !== 'rejected' || entry === undefined) return [];
      const pictures = part === undefined ? [] : remarksOn(job, aboutFace(part.id, item));
      const picture = pictures.find((each) => each.kind === 'photograph');
      return [
        {
          ...{
            item,
            name,
            words: [...entry.defects.map(defectWords), entry.remark].filter(Boolean).join('; '),
            by: entry.by.name,
            at: entry.at,
          },
          defect: entry.defects[0]?.kind,
          photograph:
            picture?.kind === 'photograph'
              ? `/api/jobs/${job.id}/photographs/${picture.file.sha256}`
              : undefined,
        },
      ];
    });
  });
}

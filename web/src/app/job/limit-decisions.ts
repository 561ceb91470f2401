import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { FIT_STATE_WORDS, inForceWords, noteWords, placeInJob, ruleWords } from '@oak-gate/contract';
import { currentPin, decisionsThere, fitDecision, limitNotes, own, setRules, windowOf } from '@oak-gate/core';
import type { JobState } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { jobFeature } from '../state/job.feature';
import { WhenPipe } from '../ui/when.pipe';
import { measuredAt, unitOfFit } from '../ui/bench-unit';

interface Decided {
  readonly seq: string;
  readonly what: string;
  readonly how: string;
  readonly reason: string;
  readonly at: string | undefined;
  readonly past: boolean;
}

/** What persons decided about the limits of a job: what the documents left open, what was accepted, what was declined. */
@Component({
  selector: 'app-limit-decisions',
  imports: [WhenPipe],
  template: `
    @if (decided().length > 0) {
      <section class="panel panel-pad" aria-label="Decisions about limits">
        <h2>Decided by a person</h2>
        @for (each of decided(); track each.seq) {
          <p [class.past]="each.past">
            <strong>{{ each.what }}</strong>
            <span class="soft">
              {{ each.how }}{{ each.at ? ', ' + (each.at | when) : ''
              }}{{ each.past ? '; for an earlier pin' : '' }}. {{ each.reason }}
            </span>
          </p>
        }
      </section>
    }
  `,
  styleUrl: './limit-decisions.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LimitDecisions {
  private readonly job = inject(Store).selectSignal(jobFeature.selectJob);
  protected readonly decided = computed((): readonly Decided[] => {
    const job = this.job();
    return job === undefined ? [] : [...limits(job), ...notes(job), ...declined(job)];
  });
}

function limits(job: JobState): readonly Decided[] {
  const pin = currentPin(job);

  return job.limitDecisions.map((each) => {
    const { fit, partState, limit, rows, reason, by, at, secondLook, pin: of } = each;
    const decision = pin === undefined ? undefined : fitDecision(pin, each);
    const where = placeInJob(pin, fit);
    const window = inForceWords(
      { state: 'inForce', ...windowOf(decision ?? {}, limit), sources: rows, decided: true },
      unitOfFit(job, fit),
      measuredAt(pin, fit),
    );
    return {
      seq: `limit ${of} ${fit} ${partState} ${at}`,
      what: `${where}, ${FIT_STATE_WORDS[partState]}: ${window}`,
      how: `${[...new Set(Object.values(rows))].join(' with ')}; ${by}`,
      reason: secondLook === null ? reason : `${reason}. Looked at by ${secondLook}.`,
      at,
      past: of !== pin?.pin,
    };
  });
}
/** Acceptances whose note or rule still stands; the others fell away with what they were about. */
function notes(job: JobState): readonly Decided[] {
  const pin = currentPin(job);
  if (pin === undefined) return [];
  const standing = [
    ...limitNotes(pin, job, decisionsThere(job)).map((note) => ({
      id: note.id,
      words: noteWords(job, note),
    })),
    ...setRules(job).map((rule) => ({ id: rule.id, words: ruleWords(job, rule) })),
  ];
  return standing.flatMap(({ id, words }) => {
    const accepted = own(job.acceptedNotes, id);
    return accepted === undefined
      ? []
      : [
          {
            seq: `note ${accepted.seq}`,
            what: words,
            how: `accepted by ${accepted.by}`,
            reason: accepted.reason,
            at: undefined,
            past: false,
          },
        ];
  });
}
const declined = (job: JobState): readonly Decided[] =>
  job.declined.map(({ documents, pin, by, at, reason }) => ({
    seq: `declined ${at}`,
    what: `Not adopted: ${documents.map(({ id }) => id).join(', ')}`,
    how: `declined by ${by.name}`,
    reason,
    at,
    past: pin !== currentPin(job)?.pin,
  }));

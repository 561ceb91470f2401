import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { gateStatement, waitGroups } from '@oak-gate/contract';
import { gateRule, unsignedBefore, gateWaits, holdsOneOf, restingOn, signatureOf } from '@oak-gate/core';
import type { Stage } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { jobFeature } from '../state/job.feature';
import { JobDesk } from '../state/job-desk';
import { sessionFeature } from '../state/session.feature';
import { Asker } from '../ui/asker';
import { Gate } from '../ui/gate';
import { waitLink } from '../ui/stage-links';
import { today } from '../ui/today';
import { WhenPipe } from '../ui/when.pipe';

/** What a gate waits for, as links; the words that would be signed; the signature. */
@Component({
  selector: 'app-gate-sign',
  imports: [RouterLink, Gate, WhenPipe],
  templateUrl: './gate-sign.html',
  styleUrl: './gate-sign.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GateSign {
  private readonly store = inject(Store);
  private readonly desk = inject(JobDesk);
  private readonly asker = inject(Asker);
  readonly stage = input.required<Stage>();
  private readonly job = this.store.selectSignal(jobFeature.selectJob);
  private readonly news = this.store.selectSignal(jobFeature.selectNews);
  private readonly person = this.store.selectSignal(sessionFeature.selectPerson);

  protected readonly view = computed(() => {
    const job = this.job();
    const gate = job === undefined ? undefined : gateRule(job, this.stage());
    if (job === undefined || gate === undefined) return undefined;
    const person = this.person();
    const signature = signatureOf(job, gate.stage);
    const before = unsignedBefore(job, gate);
    const waits = signature === undefined ? gateWaits(job, gate, today(), this.news()?.documents) : [];
    return {
      jobId: job.id,
      label: gate.label,
      signature,
      sealed: job.seal !== undefined,
      stand:
        signature !== undefined
          ? ('passed' as const)
          : waits.length + before.length === 0
            ? ('ready' as const)
            : ('shut' as const),
      // As many things as it waits for are counted; those alike are one line.
      count: waits.length,
      waits: waitGroups(job, waits).map(({ words, first }) => ({ words, link: waitLink(job, gate, first) })),
      before: before.map(({ label }) => label),
      signers: gate.signedBy.join(' or '),
      mayTry: person !== undefined && holdsOneOf(person, gate.signedBy),
      voided: (job.signatures[gate.stage] ?? []).filter(({ voided }) => voided !== undefined),
    };
  });

  protected async sign(): Promise<void> {
    const job = this.job();
    const gate = job === undefined ? undefined : gateRule(job, this.stage());
    const person = this.person();
    if (job === undefined || gate === undefined || person === undefined) return;
    const { digest, words } = gateStatement(job, gate);
    await this.asker.ask({
      title: `Sign the ${gate.label} gate as ${person.name}`,
      lines: words,
      asWords: true,
      fields: [
        { key: 'pin', label: 'PIN', kind: 'pin', hint: 'typed under these words, it is your signature' },
      ],
      submit: gate.stage === job.route.gates.at(-1)?.stage ? 'Sign and seal' : 'Sign',
      act: ({ pin }) => this.desk.ask({ type: 'signGate', gate: gate.stage, digest, words }, pin ?? ''),
    });
  }
  /** What falls with this signature, by the route and what is signed now. */
  private falling(): string {
    const job = this.job();
    const also =
      job === undefined
        ? []
        : restingOn(job.route, this.stage()).filter(
            ({ stage }) => stage !== this.stage() && signatureOf(job, stage) !== undefined,
          );
    const labels = also.map(({ label }) => label).join(' and ');
    return also.length === 0
      ? 'This voids its signature, which stays readable in the record.'
      : `This voids its signature and that of ${labels}. They stay readable in the record.`;
  }
  protected async reopen(): Promise<void> {
    const seen = this.job();
    await this.asker.ask({
      title: `Reopen the ${this.view()?.label ?? ''} gate`,
      lines: [this.falling()],
      fields: [{ key: 'reason', label: 'Reason', kind: 'text' }],
      submit: 'Reopen',
      act: ({ reason }) =>
        this.desk.ask({ type: 'reopenGate', gate: this.stage(), reason: reason ?? '' }, undefined, seen),
    });
  }
}

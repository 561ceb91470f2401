import { inject, Injectable, signal } from '@angular/core';
import { earlierJobView } from '@oak-gate/contract';
import type { EarlierJob } from '@oak-gate/core';
import { Api } from './api';

/** How engines were left the last time: asked once for a job, and known from then on. */
@Injectable({ providedIn: 'root' })
export class EarlierJobs {
  private readonly api = inject(Api);
  private readonly known = signal<ReadonlyMap<string, EarlierJob | null>>(new Map());
  private readonly asked = new Set<string>();

  /** undefined where there was none, and as long as nobody knows. */
  of(jobId: string): EarlierJob | undefined {
    return this.known().get(jobId) ?? undefined;
  }
  /** Asks, where nobody did; what could not be asked is asked again the next time. */
  async ask(jobId: string): Promise<void> {
    if (this.asked.has(jobId)) return;
    this.asked.add(jobId);
    const answer = await this.api.get(`/api/jobs/${encodeURIComponent(jobId)}/earlier`, earlierJobView);
    if (answer.ok) this.known.update((known) => new Map([...known, [jobId, answer.value.earlier]]));
    else this.asked.delete(jobId);
  }
}

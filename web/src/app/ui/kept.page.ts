import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { kindOfSlot, parsePlaceKey } from '@oak-gate/core';
import { Outbox } from '../state/outbox';
import type { Kept } from '../state/outbox';
import { PictureBox } from '../state/picture-box';
import { Sender } from '../state/sender';
import { sessionFeature } from '../state/session.feature';
import { Asker } from './asker';
import { ProblemNote } from './problem-note';
import { WhenPipe } from './when.pipe';

/** What was given at this tablet and is not on the server's disk: what waits, for whom, and what was refused and why. */
@Component({
  selector: 'app-kept-page',
  imports: [ProblemNote, RouterLink, WhenPipe],
  templateUrl: './kept.page.html',
  styleUrl: './kept.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeptPage {
  protected readonly outbox = inject(Outbox);
  protected readonly sender = inject(Sender);
  protected readonly pictures = inject(PictureBox);
  private readonly asker = inject(Asker);
  private readonly person = inject(Store).selectSignal(sessionFeature.selectPerson);
  protected readonly rows = computed(() =>
    this.outbox.all().map((kept) => ({
      ...kept,
      words: wordsFor(kept),
      isMine: kept.by.id === this.person()?.id,
    })),
  );

  /** What keeps the server from taking what this person gave; what others gave waits for them, and not for it. */
  protected readonly trouble = computed(() =>
    this.rows().some(({ isMine, refused }) => isMine && refused === null) ? this.sender.trouble() : undefined,
  );

  protected again(id: string): void {
    void this.outbox.again(id);
  }
  protected async drop(kept: Kept): Promise<void> {
    await this.asker.ask({
      title: 'Take it off this tablet',
      lines: [`${wordsFor(kept)}, given by ${kept.by.name}. It was not written anywhere else.`],
      fields: [],
      submit: 'Take it off',
      act: async () => {
        await this.outbox.take(kept.id);
        return undefined;
      },
    });
  }
  protected async forget(key: number): Promise<void> {
    await this.asker.ask({
      title: 'Take it off this tablet',
      lines: ['It cannot be read by this program. Write down what it holds first, if it matters.'],
      fields: [],
      submit: 'Take it off',
      act: async () => {
        await this.outbox.forget(key);
        return undefined;
      },
    });
  }
}

const SAID: Readonly<Record<string, string>> = {
  takeReading: 'a reading',
  correctReading: 'a correction',
  voidReading: 'a void',
  replacePart: 'a part replaced',
  fitParts: 'parts fitted',
  deferPlace: 'a deferral',
  carryRing: 'one ring carried through the bores',
  leaveAsIs: 'what is left as it is',
  resumePlace: 'a place taken up again',
};
/** Without the engine's own names for them: the job may not be there to ask. A part is named by where it lies. */
function placeWords(key: string): string {
  const at = Object.entries(parsePlaceKey(key.replace(/#\d+$/, ''))?.at ?? {});
  const said = at.filter(([axis, id]) => axis !== 'member' || id !== 'ring');
  return said.length === 0 ? key : said.map(([axis, id]) => `${axis} ${id}`).join(', ');
}
/** "a reading 44/46 at cylinder 3, groove 1, ...": what somebody gave, as far as it can be said without the job. */
export function wordsFor({ command }: Pick<Kept, 'command'>): string {
  const text = 'text' in command ? ` ${command.text}` : '';
  const where =
    'place' in command
      ? ` at ${placeWords(command.place)}`
      : 'part' in command
        ? `, ${placeWords(command.part)}`
        : '';
  const what =
    command.type === 'reworkPart'
      ? `${kindOfSlot(command.part)} ${command.what}`
      : (SAID[command.type] ?? command.type);
  return `${what}${text}${where}`;
}

import type { BenchHand } from './bench-hand';
import type { Move } from './grid-moves';

interface Bench {
  readonly hand: BenchHand;
  readonly focus: () => void;
  readonly help: (open?: boolean) => void;
  readonly fit: () => void;
  readonly pad: () => void;
  readonly lookUp: () => void;
  readonly sayHow: () => void;
  readonly turnRoute: () => void;
  readonly draw: () => void;
  readonly lookAtSet: () => void;
  readonly hideLimits: () => void;
  readonly raise: () => void;
}
const ARROWS: Readonly<Record<string, Move>> = {
  ArrowUp: 'up',
  ArrowDown: 'down',
  ArrowLeft: 'left',
  ArrowRight: 'right',
};
/** Letters that no unit of the notation uses: they can be commands while something is typed. */
const COMMANDS = 'gxyrafplnsdbvq';

/** A key on the bench. Digits typed anywhere land in the entry bar; letters are read by what they say, not where they lie. */
export function benchKeys(event: KeyboardEvent, bench: Bench): void {
  const { hand } = bench;
  const target = event.target as HTMLElement | null;
  const inEntry = target?.hasAttribute('data-entry') === true;
  const inOtherField =
    !inEntry &&
    (target instanceof HTMLInputElement ||
      target instanceof HTMLTextAreaElement ||
      target instanceof HTMLSelectElement);
  const done = (act: () => void): void => {
    event.preventDefault();
    act();
  };
  // On many keyboards these are reached with another key held down.
  if (!inOtherField && (event.key === '[' || event.key === ']'))
    return done(() => {
      hand.toSheet(event.key === ']' ? 1 : -1);
    });
  if (inOtherField || event.altKey) return;
  const asking = hand.asking();
  if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z')
    return done(() => {
      hand.takeBack();
    });
  if (event.ctrlKey || event.metaKey) return;
  if (event.key === '?')
    return done(() => {
      bench.help();
    });
  if (event.key === 'Escape')
    return done(() => {
      bench.help(false);
      hand.clear();
    });
  if (event.key === 'PageDown' || event.key === 'PageUp')
    return done(() => {
      hand.toNext(event.key === 'PageDown' ? 'notTaken' : 'wrong');
    });
  if (event.key === 'Enter') {
    if (answersForItself(target, hand)) return;
    // What must be said of the sheet first is asked for by the key that would record.
    if (!event.shiftKey && hand.asksHowFirst()) return done(bench.sayHow);
    return done(() => {
      if (event.shiftKey) hand.move('back');
      else hand.record();
    });
  }
  const arrow = ARROWS[event.key];
  if (arrow !== undefined)
    return done(() => {
      hand.move(arrow);
    });
  if (asking?.kind === 'correct' && asking.instead && event.key === '5')
    return done(() => {
      hand.keepBoth();
    });
  if (asking?.kind === 'correct' && /^[1-4]$/.test(event.key))
    return done(() => {
      hand.correct(Number(event.key));
    });
  const letter = event.key.length === 1 ? event.key.toLowerCase() : '';
  if (letter !== '' && isRestOfAnswer(letter, hand)) return event.preventDefault();
  if (letter !== '' && COMMANDS.includes(letter) && command(letter, bench)) return event.preventDefault();
  if (event.key.length === 1) bench.focus(); // the character itself then lands in the bar
}

/** A button that was reached by tabbing takes its own Enter; with something typed, Enter on the bench records. */
function answersForItself(target: HTMLElement | null, hand: BenchHand): boolean {
  if (!(target instanceof HTMLButtonElement) || target.tabIndex < 0) return false;
  return hand.text() === '' || target.closest('app-entry-bar') === null;
}

/** Whoever types the whole word has said it with its first letter. */
const isRestOfAnswer = (letter: string, hand: BenchHand): boolean =>
  hand.kind() === 'yesNo' &&
  ((hand.text() === 'yes' && 'es'.includes(letter)) || (hand.text() === 'no' && letter === 'o'));
/** One letter answers where nothing else is typed; inside a word it is a letter. */
const isAnswerKey = (hand: BenchHand): boolean =>
  hand.kind() === 'yesNo' && hand.inputs() === undefined && ['', 'yes', 'no'].includes(hand.text());

/** Does what a letter says; false where it says nothing now, so that it can be typed. */
function command(
  letter: string,
  { hand, fit, pad, lookUp, turnRoute, draw, lookAtSet, hideLimits, raise }: Bench,
): boolean {
  // What is counted is named by a word.
  if (hand.kind() === 'life' && hand.text() !== '') return false;
  switch (letter) {
    case 'g':
    case 'x':
      hand.answerBlade(letter === 'g');
      return hand.instrument()?.kind === 'feeler';
    case 'n':
      if (!isAnswerKey(hand)) return false;
      hand.type('no');
      return true;
    case 'y': {
      if (hand.kind() === 'yesNo' && hand.questions().every(({ answer }) => answer === 'yes')) {
        if (!isAnswerKey(hand)) return false;
        hand.type('yes');
        return true;
      }
      const asked = hand.questions();
      const open = asked.find(({ answer }) => answer !== 'yes');
      // Said once more it is still so, and no part of a figure.
      if (open === undefined) return asked.length > 0;
      hand.answerQuestion(open.id, 'yes');
      return true;
    }
    case 'r':
    case 'a':
      if (hand.asking()?.kind !== 'slip') return false;
      hand.settleSlip(letter === 'r' ? 'reread' : 'asTyped');
      return true;
    case 'f':
      if (hand.at.lacks() === undefined) return false;
      fit();
      return true;
    case 's':
      if (hand.kind() === 'yesNo' && hand.text() !== '') return false;
      // Behind a blade it says that the blade only starts.
      if (hand.instrument()?.kind === 'feeler' && /\d\s*$/.test(hand.text())) return false;
      turnRoute();
      return true;
    case 'd':
      // Behind a blade it says that the blade drags.
      if (hand.text() !== '') return false;
      draw();
      return true;
    case 'v':
      // Inside a word it is a letter.
      if (hand.kind() === 'yesNo' && hand.text() !== '') return false;
      lookAtSet();
      return true;
    case 'b':
      if (hand.kind() === 'yesNo' && hand.text() !== '') return false;
      hideLimits();
      return true;
    case 'q':
      if (hand.kind() === 'yesNo' && hand.text() !== '') return false;
      raise();
      return true;
    case 'p':
      pad();
      return true;
    case 'l':
      lookUp();
      return true;
    default:
      return false;
  }
}

import { ChangeDetectionStrategy, Component, computed, ElementRef, inject } from '@angular/core';
import { serialLike } from '@oak-gate/contract';
import { usualPlate } from '@oak-gate/core';
import type { SerialPlate } from '@oak-gate/core';
import { FaultNote } from './fault-note';
import { ModelEdit } from './model-edit';

/** An example plate, and the bracket over the digits that count: nobody writes a pattern. */
@Component({
  selector: 'app-serial-plate',
  imports: [FaultNote],
  templateUrl: './serial-plate.html',
  styleUrl: './serial-plate.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SerialPlateForm {
  protected readonly edit = inject(ModelEdit);
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly plate = computed(() => this.edit.draft().plate);
  protected readonly like = computed(() => serialLike(this.edit.draft().serialPattern));
  protected readonly letters = computed(() => {
    const plate = this.plate();
    return Array.from(plate?.example ?? '', (letter, i) => ({
      letter,
      counts: plate !== null && i >= plate.from && i < plate.to,
      isFirst: i === plate?.from,
      isLast: plate !== null && i === plate.to - 1,
    }));
  });
  protected readonly counted = computed(() => {
    const plate = this.plate();
    const digits = plate?.example.slice(plate.from, plate.to) ?? '';
    if (!/^\d{1,15}$/.test(digits)) return undefined;
    const step = 10 ** Math.max(0, digits.length - 2);
    const spaced = (n: number): string => String(n).replace(/\B(?=(\d{3})+$)/g, ' ');
    const count = Number(digits);
    return { count: spaced(count), from: spaced(Math.floor(count / step) * step), digits: digits.length };
  });

  protected write(example: string): void {
    this.set(usualPlate(example));
  }
  private set(plate: SerialPlate): void {
    this.edit.change((draft) => ({ ...draft, plate }));
  }
  /** The nearer end of the bracket comes to where somebody pressed. */
  protected press(index: number): void {
    const plate = this.plate();
    if (plate === null) return;
    const isFrom = Math.abs(index - plate.from) <= Math.abs(index - (plate.to - 1));
    this.move(isFrom ? 'from' : 'to', index);
  }
  private move(end: 'from' | 'to', index: number): void {
    const plate = this.plate();
    if (plate === null || index < 0 || index >= plate.example.length) return;
    const [from, to] =
      end === 'from' ? [index, Math.max(plate.to, index + 1)] : [Math.min(plate.from, index), index + 1];
    if (from !== plate.from || to !== plate.to) this.set({ ...plate, from, to });
  }
  protected step(end: 'from' | 'to', event: KeyboardEvent): void {
    const by = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
    const plate = this.plate();
    if (by === 0 || plate === null) return;
    event.preventDefault();
    const now = end === 'from' ? plate.from : plate.to - 1;
    // An end stays on its side of the other one: moved by keys, a bracket never turns round.
    if (end === 'from' ? now + by < plate.to : now + by >= plate.from) this.move(end, now + by);
  }
  /** An end of the bracket follows the finger along the letters. */
  protected drag(end: 'from' | 'to', event: PointerEvent): void {
    if (this.edit.fixed() || (event.buttons & 1) === 0) return;
    const letters = [...this.host.nativeElement.querySelectorAll<HTMLElement>('[data-letter]')];
    const found = letters.findIndex((each) => {
      const { left, right } = each.getBoundingClientRect();
      return event.clientX >= left && event.clientX < right;
    });
    if (found >= 0) this.move(end, found);
  }
  protected hold(event: PointerEvent): void {
    (event.target as HTMLElement).setPointerCapture(event.pointerId);
  }
}

import { Observable } from 'rxjs';
import type * as z from 'zod';

const FIRST_AGAIN_MS = 2000;
const LAST_AGAIN_MS = 30_000;

/**
 * What the server sends on a stream, each event checked by its schema, until nobody listens any more. One event that is not
 * understood is passed over: what it was about is asked for when the next one leaves a gap. A browser opens a stream again
 * that broke off, but not one that was refused (between two sign-ins, behind a proxy whose server is away): that is done here,
 * so that no tablet stays deaf. What is then sent once more is known already.
 */
export function eventsOf<T extends z.ZodType>(path: string, schema: T): Observable<z.output<T>> {
  return new Observable((subscriber) => {
    let source: EventSource;
    let pause = FIRST_AGAIN_MS;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const open = (): void => {
      source = new EventSource(path);
      source.onopen = () => {
        pause = FIRST_AGAIN_MS;
      };
      source.onmessage = ({ data }: MessageEvent<string>) => {
        const parsed = schema.safeParse(jsonIn(data));
        if (parsed.success) subscriber.next(parsed.data);
      };
      source.onerror = () => {
        if (source.readyState !== CLOSED) return;
        clearTimeout(timer);
        timer = setTimeout(open, pause);
        pause = Math.min(pause * 2, LAST_AGAIN_MS);
      };
    };
    open();
    return () => {
      clearTimeout(timer);
      source.close();
    };
  });
}
/** `EventSource.CLOSED`: the browser has given it up. */
const CLOSED = 2;

function jsonIn(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

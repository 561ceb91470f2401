import { Observable } from 'rxjs';
import type * as z from 'zod';

/**
 * What the server sends on a stream, each event checked by its schema, until nobody listens any more. One event that is not
 * understood is passed over: what it was about is asked for when the next one leaves a gap.
 */
export function eventsOf<T extends z.ZodType>(path: string, schema: T): Observable<z.output<T>> {
  return new Observable((subscriber) => {
    const source = new EventSource(path);
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const parsed = schema.safeParse(jsonIn(data));
      if (parsed.success) subscriber.next(parsed.data);
    };
    return () => {
      source.close();
    };
  });
}
function jsonIn(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

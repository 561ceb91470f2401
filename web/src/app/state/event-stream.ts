import { Observable } from 'rxjs';
import type * as z from 'zod';

/** What the server sends on a stream, each event checked by its schema, until nobody listens any more. */
export function eventsOf<T extends z.ZodType>(path: string, schema: T): Observable<z.output<T>> {
  return new Observable((subscriber) => {
    const source = new EventSource(path);
    source.onmessage = ({ data }: MessageEvent<string>) => {
      const parsed = schema.safeParse(JSON.parse(data));
      if (parsed.success) subscriber.next(parsed.data);
      else subscriber.error(parsed.error);
    };
    return () => {
      source.close();
    };
  });
}

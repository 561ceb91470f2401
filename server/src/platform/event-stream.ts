import type { Request, Response } from 'express';

const HEARTBEAT_MS = 20_000;

/** The sign-in behind a request, as far as what stays open needs to know of it. */
export interface SignIn {
  readonly holds: () => Promise<boolean>;
  /** @returns what forgets it */
  readonly untilEnd: (end: () => void) => () => void;
}

/**
 * Answers with a stream of events until the client goes or its sign-in ends.
 * @param listen is given what sends one event, and returns what stops listening
 * @returns what sends one event
 */
export function sendEvents<T>(
  req: Request,
  res: Response,
  listen: (send: (event: T, id?: number) => void) => () => void,
): (event: T, id?: number) => void {
  res.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', Connection: 'keep-alive' });
  res.flushHeaders();
  const write = (text: string): void => {
    res.write(text);
    (res as Response & { flush: () => void }).flush(); // the compressing layer would hold it back
  };
  // With a number the browser says, when it comes back after a break, what it has heard last.
  const send = (event: T, id?: number): void => {
    write(`${id === undefined ? '' : `id: ${id}\n`}data: ${JSON.stringify(event)}\n\n`);
  };
  write('retry: 1000\n\n');
  const stop = listen(send);
  const signIn = res.locals['signIn'] as SignIn | undefined;
  const end = (): void => {
    res.end();
  };
  const forget = signIn?.untilEnd(end);
  const heartbeat = setInterval(() => {
    write(': still here\n\n');
    // A sign-in also ends by its age, and nobody says so.
    void signIn?.holds().then((holds) => holds || end());
  }, HEARTBEAT_MS);
  res.on('close', () => {
    clearInterval(heartbeat);
    forget?.();
    stop();
  });
  return send;
}

import type { Request, Response } from 'express';

const HEARTBEAT_MS = 20_000;

/**
 * Answers with a stream of events until the client goes.
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
  write(': open\n\n');
  const stop = listen(send);
  const heartbeat = setInterval(() => {
    write(': still here\n\n');
  }, HEARTBEAT_MS);
  req.on('close', () => {
    clearInterval(heartbeat);
    stop();
  });
  return send;
}

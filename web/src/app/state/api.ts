import { HttpClient, HttpErrorResponse } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { problemDetails } from '@oak-gate/contract';
import type { ProblemDetails } from '@oak-gate/contract';
import type * as z from 'zod';
import { firstValueFrom } from 'rxjs';

/** A refusal as the screen shows it, or that the server could not be reached. */
export type ApiProblem = Pick<ProblemDetails, 'code' | 'title' | 'where' | 'next' | 'errors' | 'command'>;
export type Answer<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: ApiProblem };

export const UNREACHABLE: ApiProblem = {
  code: 'UNREACHABLE',
  title: 'The server cannot be reached',
  where: 'this tablet’s connection',
  next: 'What you did is kept here. This is tried again until it is back.',
};
const NOT_UNDERSTOOD: ApiProblem = {
  code: 'NOT_UNDERSTOOD',
  title: 'The server answered something that this page does not understand',
  where: 'this page',
  next: 'Is this the shop’s network? If it is, reload the page: it may be older than the server.',
};

/** The way to the server. Everything that comes in is checked by its schema before anybody sees it. */
@Injectable({ providedIn: 'root' })
export class Api {
  private readonly http = inject(HttpClient);

  get<T extends z.ZodType>(path: string, schema: T): Promise<Answer<z.output<T>>> {
    return this.ask(schema, () => firstValueFrom(this.http.get(path)));
  }
  post<T extends z.ZodType>(path: string, body: unknown, schema: T): Promise<Answer<z.output<T>>> {
    return this.ask(schema, () => firstValueFrom(this.http.post(path, body)));
  }
  upload<T extends z.ZodType>(path: string, file: Blob, schema: T): Promise<Answer<z.output<T>>> {
    // The bytes are taken as they are, whatever the file calls itself.
    const headers = { 'content-type': 'application/octet-stream' };
    return this.ask(schema, () => firstValueFrom(this.http.post(path, file, { headers })));
  }
  put<T extends z.ZodType>(path: string, body: unknown, schema: T): Promise<Answer<z.output<T>>> {
    return this.ask(schema, () => firstValueFrom(this.http.put(path, body)));
  }
  delete<T extends z.ZodType>(path: string, schema: T): Promise<Answer<z.output<T>>> {
    return this.ask(schema, () => firstValueFrom(this.http.delete(path)));
  }

  private async ask<T extends z.ZodType>(
    schema: T,
    request: () => Promise<unknown>,
  ): Promise<Answer<z.output<T>>> {
    try {
      const parsed = schema.safeParse(await request());
      return parsed.success ? { ok: true, value: parsed.data } : { ok: false, problem: NOT_UNDERSTOOD };
    } catch (error) {
      return { ok: false, problem: problemOf(error) };
    }
  }
}

function problemOf(error: unknown): ApiProblem {
  if (!(error instanceof HttpErrorResponse)) throw error;
  const parsed = problemDetails.safeParse(
    typeof error.error === 'string' ? parseJson(error.error) : error.error,
  );
  // A server that says that its disk is full is reached; a proxy before one that is away is not.
  if (parsed.success) return parsed.data;
  return error.status === 0 || error.status >= 502 ? UNREACHABLE : NOT_UNDERSTOOD;
}
function parseJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

import { problemWords } from '@oak-gate/contract';
import type { AnyProblemCode, AnyProblemData, ProblemDetails } from '@oak-gate/contract';
import type { Problem } from '@oak-gate/core';

const STATUS: Readonly<Partial<Record<AnyProblemCode, number>>> = {
  MAY_NOT: 403,
  SECOND_PERSON_NEEDED: 403,
  PIN_WRONG: 403,
  PIN_NEEDED: 403,
  PIN_LOCKED: 429,
  PIN_TO_CHOOSE: 403,
  PIN_SPENT: 403,
  CLOCK_IN_DOUBT: 503,
  NOT_SIGNED_IN: 401,
  BODY_WRONG: 400,
  NOT_FOUND: 404,
  JOB_UNKNOWN: 404,
  REVISION_UNKNOWN: 404,
  FILE_TOO_LARGE: 413,
  TOO_MANY_REQUESTS: 429,
  DISK_FULL: 507,
  FOLDER_NOT_WRITABLE: 503,
  DATABASE_DAMAGED: 503,
  DATABASE_GONE: 503,
  HOST_UNKNOWN: 421,
  CROSS_SITE: 403,
  CONTENT_TYPE_WRONG: 415,
  REQUEST_BROKEN: 400,
  FILE_TOO_MUCH: 422,
  INTERNAL: 500,
  TABLE_WRONG: 422,
  FILE_NOT_TEXT: 422,
  ENTRY_EMPTY: 422,
  ENTRY_NOT_A_READING: 422,
  ENTRY_MIXED_UNITS: 422,
  ENTRY_NEGATIVE: 422,
  ENTRY_ORDER: 422,
  ENTRY_NOT_ON_CARD: 422,
  BLADE_NOT_IN_SET: 422,
  EXACT_FROM_FEELER: 422,
  QUESTION_OPEN: 422,
  QUESTION_SAYS_NO: 422,
  REASON_MISSING: 422,
  OTHER_HANDS: 403,
  CREDENTIALS_CHANGED: 403,
  CHAIN_DAMAGED: 503,
  CHAIN_NEWER: 503,
  SEAL_NOT_VERIFIED: 500,
};
/** What is refused because of how things stand now. */
const CONFLICT = 409;

/** A refusal on its way to the client. Thrown inside a transaction, it rolls everything back. */
export class ProblemError extends Error {
  readonly status: number;
  private constructor(
    readonly code: AnyProblemCode,
    readonly data: Readonly<Record<string, unknown>>,
    private readonly words: ReturnType<typeof problemWords>,
    private readonly errors?: ProblemDetails['errors'],
    private readonly command?: string,
  ) {
    super(`${code}: ${words.what}`);
    this.status = STATUS[code] ?? CONFLICT;
  }

  static of<C extends AnyProblemCode>(
    code: C,
    data: AnyProblemData[C],
    errors?: ProblemDetails['errors'],
  ): ProblemError {
    return new ProblemError(code, data, problemWords(code, data), errors);
  }
  /** The same refusal once more, where it came from another thread. */
  static again({ code, data, errors }: ProblemDetails): ProblemError {
    return ProblemError.of(code as AnyProblemCode, data as never, errors);
  }
  static from(problem: Problem): ProblemError {
    return ProblemError.of(problem.code, problem.data);
  }

  /** The same refusal, as this server's last word on one command: a tablet need not send it again. */
  ofCommand(command: string): ProblemError {
    return new ProblemError(this.code, this.data, this.words, this.errors, command);
  }

  /** RFC 9457. */
  details(): ProblemDetails {
    return {
      type: `urn:oak-gate:problem:${this.code}`,
      title: this.words.what,
      status: this.status,
      detail: `${this.words.what} (${this.words.where}). ${this.words.next}`,
      code: this.code,
      where: this.words.where,
      next: this.words.next,
      data: this.data,
      ...(this.errors === undefined ? {} : { errors: this.errors }),
      ...(this.command === undefined ? {} : { command: this.command }),
    };
  }
}

/** The value of a decision, or its refusal thrown. */
export function orThrow<T>(
  result: { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: Problem },
): T {
  if (!result.ok) throw ProblemError.from(result.problem);
  return result.value;
}

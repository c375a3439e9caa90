export interface Violation {
  field: string;
  sentence: string;
}

/** What the server sends when it did not carry something out (RFC 9457), with the members our types add. */
export interface ProblemBody {
  type?: string;
  status?: number;
  title?: string;
  detail?: string;
  violations?: Violation[];
  faults?: { kind: string; sentence: string }[];
  misfits?: { file: string; sentence: string }[];
  close?: string[];
  changedBy?: string;
  changedAt?: string;
  revision?: number;
}

/** A request that was not carried out. Its message is a sentence for people. */
export class Problem extends Error {
  readonly body: ProblemBody;

  constructor(body: ProblemBody) {
    super(body.detail ?? body.title ?? 'This could not be done. Nothing was changed. Try again.');
    this.body = body;
  }

  is(type: string): boolean {
    return this.body.type === `/problems/${type}`;
  }

  /** What is wrong with one field, if that is the matter. */
  field(name: string): string | undefined {
    return this.body.violations?.find((v) => v.field === name)?.sentence;
  }
}

/** The sentence to show for anything that was thrown. */
export function sentenceOf(error: unknown): string {
  if (error instanceof Problem) return error.message;
  return 'The harbor does not answer. Nothing was changed. Check your connection, then try again.';
}

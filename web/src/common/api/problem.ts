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
  /** By which whoever runs the harbor finds in its log what broke. */
  request?: string | null;
}

/** A request that was not carried out. Its message is a sentence for people. */
export class Problem extends Error {
  readonly body: ProblemBody;

  constructor(body: ProblemBody) {
    super(body.detail ?? body.title ?? withoutWords(body.status ?? 0));
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

/** What to say when the server gave a status alone. */
const withoutWords = (status: number) =>
  status >= 500
    ? 'Something broke in the harbor, and it is not known whether this was done. Check before you try again.'
    : `The harbor refused this (${String(status)}). Nothing was changed.`;

/** No answer came. For a request that changes something it is then not known whether it was carried out. */
export class NoAnswer extends Error {
  constructor(changing: boolean) {
    super(
      !navigator.onLine
        ? 'You are offline. What you typed is still here: try again when you are back.'
        : changing
          ? 'The harbor did not answer, so it is not known whether this was done. Check before you try again.'
          : 'The harbor does not answer. Check your connection, then try again.',
    );
  }
}

/** Whether loading the same again may help. */
export const mayPass = (error: unknown) =>
  error instanceof NoAnswer || (error instanceof Problem && (error.body.status ?? 0) >= 500);

/** The sentence to show for anything that was thrown. */
export function sentenceOf(error: unknown): string {
  return error instanceof Problem || error instanceof NoAnswer
    ? error.message
    : 'This page has a fault of its own. What is saved is safe: load the page again.';
}

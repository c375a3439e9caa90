import { useEffect, useRef } from 'react';
import { Problem } from '../api/problem';

/**
 * For a form that keeps its own state: the focus moves to the first field that the server found wrong.
 * @returns what the form takes as its ref
 */
export function useFirstWrong(error: unknown) {
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => {
    if (error instanceof Problem) form.current?.querySelector<HTMLElement>('[aria-invalid="true"]')?.focus();
  }, [error]);
  return form;
}

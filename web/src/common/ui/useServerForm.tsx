import { useMutation } from '@tanstack/react-query';
import { useEffect, useRef, type ReactNode, type SubmitEvent } from 'react';
import {
  useForm,
  useWatch,
  type DefaultValues,
  type FieldValues,
  type Path,
  type PathValue,
} from 'react-hook-form';
import { Problem, type Violation } from '../api/problem';
import { Trouble } from './Trouble';

interface Wanted<Form extends FieldValues, Answer> {
  /** What stands in the fields at first. */
  begin: Form;
  send: (form: Form) => Promise<Answer>;
  onDone?: (answer: Answer) => unknown;
}

/** What a field needs: its value, how it is changed, and what is wrong with it. */
type FieldProps = Omit<ReturnType<ReturnType<typeof useForm>['register']>, 'required'> & {
  problem: string | undefined;
};

interface ServerForm<Form extends FieldValues, Answer> {
  field: (name: Path<Form>) => FieldProps;
  /** What is wrong with one field, for those that are drawn otherwise. */
  problem: (name: Path<Form>) => string | undefined;
  values: Form;
  set: (change: Partial<Form>) => void;
  reset: () => void;
  onSubmit: (event: SubmitEvent<HTMLFormElement>) => void;
  busy: boolean;
  /** Whether what was sent last was carried out. */
  done: boolean;
  answer: Answer | undefined;
  /** What went wrong, unless all of it stands at fields. */
  trouble: ReactNode;
}

/** Which field of a form a violation is of: `person.email` is of `email`. */
export function fieldOf(violation: Violation, names: readonly string[]): string | undefined {
  const last = violation.field.slice(violation.field.lastIndexOf('.') + 1);
  return names.find((name) => name === violation.field) ?? names.find((name) => name === last);
}

/**
 * A form that the server judges: what it finds wrong stands at the fields, and the focus moves to the first of them.
 */
export function useServerForm<Form extends FieldValues, Answer>({
  begin,
  send,
  onDone,
}: Wanted<Form, Answer>): ServerForm<Form, Answer> {
  const form = useForm<Form>({ defaultValues: begin as DefaultValues<Form> });
  const values = useWatch({ control: form.control }) as Form;
  const sent = useMutation({ mutationFn: send, onSuccess: onDone });
  const names = Object.keys(begin);
  const violations = sent.error instanceof Problem ? (sent.error.body.violations ?? []) : [];
  const atFields = violations.length > 0 && violations.every((each) => fieldOf(each, names) !== undefined);

  /** The form whose first wrong field is to have the focus, once it is drawn as wrong. */
  const due = useRef<HTMLFormElement>(undefined);
  useEffect(() => {
    const first = due.current?.querySelector<HTMLElement>('[aria-invalid="true"]');
    if (!first) return;
    due.current = undefined;
    first.focus();
  });

  const tell = (error: unknown, element: HTMLFormElement) => {
    if (!(error instanceof Problem)) return;
    due.current = element;
    for (const violation of error.body.violations ?? []) {
      const name = fieldOf(violation, names);
      if (name !== undefined) form.setError(name as Path<Form>, { message: violation.sentence });
    }
  };
  const problem = (name: Path<Form>) => form.getFieldState(name, form.formState).error?.message;

  return {
    field: (name) => ({ ...form.register(name), problem: problem(name) }),
    problem,
    values,
    set: (change) => {
      for (const [name, value] of Object.entries(change)) {
        form.clearErrors(name as Path<Form>);
        form.setValue(name as Path<Form>, value as PathValue<Form, Path<Form>>);
      }
    },
    reset: () => {
      form.reset(begin as DefaultValues<Form>);
    },
    onSubmit: (event) => {
      event.preventDefault();
      if (sent.isPending) return;
      form.clearErrors();
      due.current = undefined;
      const element = event.currentTarget;
      void form.handleSubmit((typed) =>
        sent.mutateAsync(typed).catch((error: unknown) => {
          tell(error, element);
        }),
      )(event);
    },
    busy: sent.isPending,
    done: sent.isSuccess,
    answer: sent.data,
    trouble: atFields ? null : <Trouble error={sent.error} />,
  };
}

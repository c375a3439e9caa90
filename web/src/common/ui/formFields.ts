import type { Problem } from '../api/problem';

/** What each field of a form needs: its value, what is wrong with it, and how it is changed. */
export const formFields =
  <Form extends Record<string, string>>(
    form: Form,
    setForm: (form: Form) => void,
    problem: Problem | undefined,
  ) =>
  (name: keyof Form & string) => ({
    required: true,
    value: form[name],
    problem: problem?.field(name) ?? problem?.field(`person.${name}`),
    onChange: (e: { target: { value: string } }) => {
      setForm({ ...form, [name]: e.target.value });
    },
  });

import type { ComponentProps } from 'react';
import { Field } from '../../common/ui/Field';

/** A password that is chosen, with what is asked of it. */
export function NewPassword({ label = 'Password', ...field }: Partial<ComponentProps<typeof Field>>) {
  return (
    <Field
      label={label}
      type="password"
      autoComplete="new-password"
      hint={
        <p className="text-soft">
          At least 10 characters, and not easily guessed. A few words are easier to keep than signs.
        </p>
      }
      required
      {...field}
    />
  );
}

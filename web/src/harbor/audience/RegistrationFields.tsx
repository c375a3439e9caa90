import { Check } from '../../common/ui/Check';
import { Field } from '../../common/ui/Field';
import type { Registration } from './audience';

/** What visitors who register are asked. */
export function RegistrationFields({
  asked,
  onChange,
  problem,
}: {
  asked: Registration;
  onChange: (asked: Registration) => void;
  problem: (field: string) => string | undefined;
}) {
  return (
    <>
      <Field
        label="Pages that anyone sees before"
        type="number"
        min={0}
        max={100}
        value={asked.after}
        problem={problem('registration.after')}
        onChange={(e) => {
          onChange({ ...asked, after: Number(e.target.value) });
        }}
      />
      <Field
        label="What they agree to, in your words (optional)"
        value={asked.consent}
        maxLength={1000}
        onChange={(e) => {
          onChange({ ...asked, consent: e.target.value });
        }}
      />
      <div className="mb-3 flex flex-col gap-1">
        <Check
          checked={asked.name}
          onChange={(name) => {
            onChange({ ...asked, name });
          }}
        >
          Ask for their name, too
        </Check>
        <Check
          checked={asked.confirmed}
          onChange={(confirmed) => {
            onChange({ ...asked, confirmed });
          }}
        >
          They confirm their e-mail by a code
        </Check>
      </div>
      <Field
        label="Your own page with the form (optional)"
        className="mono"
        placeholder="/register.html"
        value={asked.page}
        problem={problem('page')}
        hint={
          <p className="text-soft">
            Empty for a plain page of the harbor’s. On your own, a form sends the fields name, email and
            consent to the part by post. It is open to everyone, with the styles and pictures that it loads.
          </p>
        }
        onChange={(e) => {
          onChange({ ...asked, page: e.target.value });
        }}
      />
    </>
  );
}

import type { PlanForm, PlanView } from './planForm';

const DAY = 86_400_000;
export const MOVES = { day: DAY, hour: 3_600_000 };

/** A wall-clock time some milliseconds later: by the clock on the wall, whatever is done to clocks in between. */
const later = (time: string, by: number) =>
  new Date(Date.parse(`${time.slice(0, 16)}Z`) + by).toISOString().slice(0, 16);

/** The plan, some time later or earlier. What has begun keeps its beginning: only its end moves. */
export function moved(plan: PlanView, by: number): PlanForm {
  const { form } = plan;
  return {
    ...form,
    starts: plan.begun ? form.starts : later(form.starts, by),
    ends: form.ends === null ? null : later(form.ends, by),
    repeat:
      form.repeat?.last == null
        ? form.repeat
        : { ...form.repeat, last: later(`${form.repeat.last}T12:00`, plan.begun ? 0 : by).slice(0, 10) },
  };
}

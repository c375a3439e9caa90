import { useMutation } from '@tanstack/react-query';
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { toast } from '../../common/ui/toast';
import { api, dataOf } from '../../common/api/client';
import { refreshSite } from '../../common/api/queries';
import { shown } from '../../common/clock/time';
import { WIDTH, type Axis } from '../axis/axis';
import { moved, MOVES } from './moved';
import { usePlans, type PlanForm, type PlanView } from './planForm';

/** What is planned, on the axis: each plan can be moved by mouse, finger or keyboard. */
export function PlanHandles({ site, axis }: { site: { id: string }; axis: Axis }) {
  const plans = usePlans(site.id);
  const open = (plans.data?.plans ?? [])
    .filter((plan) => !plan.calledOff && plan.nextAt !== null)
    .map((plan) => ({ plan, at: new Date(plan.nextAt ?? 0) }))
    .sort((a, b) => a.at.getTime() - b.at.getTime());
  const rows = rowsOf(open.map(({ at }) => axis.x(at)));
  return (
    <div className="pointer-events-none absolute inset-0">
      {open.map(({ plan, at }, i) => (
        <PlanHandle key={plan.id} plan={plan} at={at} axis={axis} row={rows[i] ?? 0} />
      ))}
    </div>
  );
}

const ROWS = 3;

/** Nearer to each other than this, handles lie below each other, so that a finger meets one of them. */
const NEAR = 80;

function rowsOf(places: number[]): number[] {
  const rows: number[] = [];
  places.forEach((place, i) => {
    const before = places[i - 1];
    rows.push(before !== undefined && place - before < NEAR ? ((rows[i - 1] ?? 0) + 1) % ROWS : 0);
  });
  return rows;
}

function PlanHandle({ plan, at, axis, row }: { plan: PlanView; at: Date; axis: Axis; row: number }) {
  const [by, setBy] = useState(0);
  const held = useRef<{ from: number; width: number } | null>(null);
  const move = useMove(plan, () => {
    setBy(0);
  });
  const to = new Date(at.getTime() + by);
  const left = axis.x(to);
  if (left < 0 || left > WIDTH) return null;
  const step = axis.reach === 'week' ? MOVES.hour : MOVES.day;
  const done = (change: number) => {
    if (change === 0 || move.busy) setBy(0);
    else move.mutate(change);
  };
  // What is moved begins or ends in time to come: never at once, by a slip of the hand.
  const ahead = (change: number) => {
    const least = Math.ceil((axis.now.getTime() + MOVES.hour - at.getTime()) / MOVES.hour) * MOVES.hour;
    return Math.max(change, Math.min(0, least));
  };
  const drag = (e: PointerEvent) => {
    if (held.current === null) return;
    const pixels = ((e.clientX - held.current.from) / held.current.width) * WIDTH;
    const free = axis.at(axis.x(at) + pixels).getTime() - at.getTime();
    setBy(ahead(Math.round(free / step) * step));
  };
  const key = (e: KeyboardEvent) => {
    const direction = e.key === 'ArrowRight' ? 1 : e.key === 'ArrowLeft' ? -1 : 0;
    if (direction !== 0) {
      e.preventDefault();
      const more = direction * (e.shiftKey ? MOVES.hour : MOVES.day);
      setBy((before) => ahead(before + more));
    } else if (e.key === 'Enter') {
      e.preventDefault();
      done(by);
    } else if (e.key === 'Escape') {
      setBy(0);
    }
  };
  const what = plan.begun ? `the end of: ${plan.action}` : plan.action;
  const when = shown(to, 'd MMM yyyy, HH:mm');
  return (
    <div className="absolute inset-y-0" style={{ left: `${String((left / WIDTH) * 100)}%` }}>
      <div
        role="slider"
        tabIndex={0}
        aria-label={`Move ${what}`}
        aria-busy={move.busy}
        aria-valuenow={Math.round((to.getTime() - axis.now.getTime()) / MOVES.day)}
        aria-valuetext={by === 0 ? when : `${when}. Enter moves it there, Escape leaves it`}
        title={`${what}, ${when}. Drag it, or move it with the arrow keys: a day, with Shift an hour`}
        className={`focus-visible:outline-ink pointer-events-auto absolute -ml-3 h-6 w-6 cursor-ew-resize touch-none focus-visible:outline-2 ${move.busy ? 'opacity-50' : ''}`}
        style={{ top: `${String(row * 1.6)}rem` }}
        onKeyDown={key}
        onBlur={() => {
          if (!move.busy) setBy(0);
        }}
        onPointerDown={(e) => {
          const chart = e.currentTarget.parentElement?.parentElement;
          held.current = { from: e.clientX, width: chart?.clientWidth ?? WIDTH };
          e.currentTarget.setPointerCapture(e.pointerId);
        }}
        onPointerMove={drag}
        onPointerUp={() => {
          held.current = null;
          done(by);
        }}
        onPointerCancel={() => {
          held.current = null;
          setBy(0);
        }}
      >
        <svg viewBox="0 0 24 24" aria-hidden className="h-6 w-6">
          <path d="M5 3h14v7l-7 8-7-8z" className="fill-paper stroke-ink" strokeWidth="1.5" />
          <path d="M5 3h7v15l-7-8z" className="fill-ink" />
        </svg>
      </div>
      {by !== 0 && (
        <p
          role="status"
          className={`bg-paper border-ink pointer-events-none absolute top-full z-10 border px-2 py-0.5 whitespace-nowrap ${left > WIDTH * 0.6 ? 'right-0' : 'left-0'}`}
        >
          {plan.begun ? 'Ends' : 'Begins'} {when}
          {plan.form.repeat !== null && !plan.begun && ', and all later times with it'}
        </p>
      )}
    </div>
  );
}

/** Moves a plan, with the way back. */
function useMove(plan: PlanView, onSettled: () => void) {
  const put = (revision: number, body: PlanForm) =>
    dataOf(
      api.PUT('/api/plans/{id}', {
        params: { path: { id: plan.id }, header: { 'If-Match': `"${String(revision)}"` } },
        body,
      }),
    );
  const move = useMutation({
    mutationFn: async (change: number) => {
      const now = await put(plan.revision, moved(plan, change));
      await refreshSite(plan.siteId);
      toast(`Moved: ${now.words}`, {
        // Long enough to be read, thought over and reached.
        duration: 20_000,
        action: {
          label: 'Undo',
          onClick: () => {
            back.mutate({ revision: now.revision, form: plan.form });
          },
        },
      });
    },
    onError: (error) => toast.error(error.message),
    onSettled,
  });
  const back = useMutation({
    // What was before is handed in: by then the plan here is the one that was moved.
    mutationFn: async ({ revision, form }: { revision: number; form: PlanForm }) => {
      const now = await put(revision, form);
      await refreshSite(plan.siteId);
      toast(`Moved back: ${now.words}`);
    },
    onError: (error) => toast.error(error.message),
  });
  return { mutate: move.mutate, busy: move.isPending || back.isPending };
}

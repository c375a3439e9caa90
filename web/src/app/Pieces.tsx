import { useState, type ReactNode } from 'react';
import { Problem } from '../common/api/problem';
import { Button, LinkButton } from '../common/ui/Button';
import { Check } from '../common/ui/Check';
import { Choice } from '../common/ui/Choice';
import { Dialog } from '../common/ui/Dialog';
import { DialogActions } from '../common/ui/DialogActions';
import { Field } from '../common/ui/Field';
import { Flag } from '../common/ui/Flag';
import { Life } from '../common/ui/Life';
import { Empty, Notice } from '../common/ui/Notice';
import { Panes } from '../common/ui/Panes';
import { Pennant } from '../common/ui/Pennant';
import { ProgressBar } from '../common/ui/ProgressBar';
import { Proportion } from '../common/ui/Proportion';
import { TextArea } from '../common/ui/TextArea';
import { Trouble } from '../common/ui/Trouble';
import { useListing } from '../common/ui/useListing';
import { useServerForm } from '../common/ui/useServerForm';
import { VirtualList } from '../common/ui/VirtualList';
import { HostName, Shortened, Time } from '../common/ui/Words';
import { useSites } from '../common/api/sites';

const ROWS = Array.from({ length: 500 }, (_, i) => `row ${String(i + 1)}`);

/** The few pieces that every screen is made of, on one page; it is there while developing only. */
export function Pieces() {
  return (
    <main className="mx-auto max-w-[1500px] px-4 py-5">
      <h1 className="mb-4 text-xl">Pieces</h1>
      <Panes
        label="Pieces of a ledger"
        ledger={
          <>
            <Piece name="Ledger: VirtualList with useListing">
              <Ledger />
            </Piece>
            <Piece name="Proportion, ProgressBar, Life">
              <Proportion
                whole={25}
                parts={[
                  { words: '4 new', size: 4, look: 'bg-ink' },
                  { words: '1 changed', size: 1, look: 'bg-water' },
                  { words: '20 as they are', size: 20, look: 'bg-paper' },
                ]}
              />
              <ProgressBar progress={{ what: 'Sending', done: 37, total: 100 }} onStop={() => undefined} />
              <Life from="2026-01-01T00:00:00Z" until="2027-06-01T00:00:00Z" mark="2027-05-01T00:00:00Z" />
            </Piece>
            <Piece name="Words: Flag, Pennant, HostName, Time, Shortened">
              <p className="flex flex-wrap items-center gap-4">
                <FirstFlag />
                <Pennant state="LIVE" />
                <Pennant state="CLOSED" />
                <Pennant state="NOT_LIVE" />
                <HostName name="www.papermoon.art" />
                <Time at="2027-02-23T18:30:00Z" />
                <span className="w-32">
                  <Shortened text="The very long name of a very small choir" />
                </span>
              </p>
            </Piece>
          </>
        }
        sheet={
          <>
            <Piece name="Button">
              <p className="flex flex-wrap gap-2">
                <Button kind="primary">Primary</Button>
                <Button>Plain</Button>
                <Button kind="quiet">Quiet</Button>
                <Button kind="alarm">Alarm</Button>
                <Button busy>Busy</Button>
                <Button disabled>Disabled</Button>
                <LinkButton>Like a link</LinkButton>
              </p>
            </Piece>
            <Piece name="Field, TextArea, Choice, Check with useServerForm">
              <Form />
            </Piece>
            <Piece name="Notice, Trouble, Empty">
              <Notice>A fact.</Notice>
              <Notice kind="good">Something good.</Notice>
              <Notice kind="attention">Something to attend to.</Notice>
              <Trouble error={new Problem({ detail: 'What happened, what is unchanged, what to do.' })} />
              <Empty title="Things go here">
                <p>And this is the first step.</p>
              </Empty>
            </Piece>
            <Piece name="Dialog with DialogActions">
              <Confirm />
            </Piece>
          </>
        }
      />
    </main>
  );
}

function Piece({ name, children }: { name: string; children: ReactNode }) {
  return (
    <section aria-label={name} className="mb-6">
      <h2 className="text-soft mb-2 text-[0.93rem]">{name}</h2>
      {children}
    </section>
  );
}

function Ledger() {
  const listing = useListing({
    rows: ROWS,
    label: 'Filter rows',
    text: (row) => row,
    orders: [
      { key: 'up', words: 'Upwards' },
      { key: 'down', words: 'Downwards', compare: () => -1 },
    ],
  });
  return (
    <>
      {listing.controls}
      <VirtualList
        rows={listing.rows}
        keep="pieces"
        height={30}
        keyOf={(row) => row}
        look={() => 'px-2'}
        className="max-h-52"
      >
        {(row) => <LinkButton>{row}</LinkButton>}
      </VirtualList>
    </>
  );
}

function Form() {
  const form = useServerForm({
    begin: { name: '', notes: '', colour: 'day', tick: false },
    send: () =>
      Promise.reject(
        new Problem({ violations: [{ field: 'name', sentence: 'Give it a name of 1 to 60 letters.' }] }),
      ),
  });
  return (
    <form onSubmit={form.onSubmit}>
      <Field label="Name" hint={<p className="text-soft">What is expected.</p>} {...form.field('name')} />
      <TextArea label="Notes" rows={2} {...form.field('notes')} />
      <Choice
        label="Colour"
        value={form.values.colour}
        options={[
          ['day', 'Day'],
          ['night', 'Night'],
        ]}
        onChange={(colour) => {
          form.set({ colour });
        }}
      />
      <Check
        checked={form.values.tick}
        onChange={(tick) => {
          form.set({ tick });
        }}
      >
        To tick
      </Check>
      {form.trouble}
      <Button type="submit" busy={form.busy} className="mt-2">
        Send, and be refused
      </Button>
    </form>
  );
}

function Confirm() {
  const [open, setOpen] = useState(false);
  const close = () => {
    setOpen(false);
  };
  return (
    <>
      <Button
        onClick={() => {
          setOpen(true);
        }}
      >
        Ask …
      </Button>
      <Dialog open={open} onOpenChange={setOpen} title="Do it?" alarming>
        <p className="mb-3">What visitors will notice.</p>
        <DialogActions kind="alarm" busy={false} onDo={close} onLeave={close} leave="Cancel">
          Do it
        </DialogActions>
      </Dialog>
    </>
  );
}

function FirstFlag() {
  const site = useSites().data?.[0]?.site;
  return site === undefined ? null : <Flag flag={site.flag} size={30} />;
}

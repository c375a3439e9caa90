import { useMutation } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { toast } from '../../common/ui/toast';
import { api, dataOf, type Schemas } from '../../common/api/client';
import { useOffers } from '../../common/api/domains';
import { keys, queries } from '../../common/api/queries';
import { Button } from '../../common/ui/Button';
import { Dialog } from '../../common/ui/Dialog';
import { DialogActions } from '../../common/ui/DialogActions';
import { Field } from '../../common/ui/Field';
import { Trouble } from '../../common/ui/Trouble';
import { useRested } from '../../common/ui/useRested';
import { HostName } from '../../common/ui/Words';
import { money } from './money';

type Offer = Schemas['OfferView'];

/** Searches for a name across all endings; registers one that is free, or brings one that is registered. */
export function DomainSearch() {
  const navigate = useNavigate();
  const [typed, setTyped] = useState('');
  const [buying, setBuying] = useState<Offer | null>(null);
  const rested = useRested(typed, 300);
  const offers = useOffers(rested);
  const done = async (domain: Schemas['DomainView'], words: string) => {
    await queries.invalidateQueries({ queryKey: keys.domains });
    toast(`${domain.unicode} ${words}`);
    await navigate(`/domains/${domain.id}`);
  };
  const bring = useMutation({
    mutationFn: (name: string) => dataOf(api.POST('/api/domains/brought', { body: { name } })),
    onSuccess: (domain) => done(domain, 'waits for its proof'),
  });
  return (
    <>
      <Field
        label="Name"
        value={typed}
        className="mono"
        placeholder="papermoon"
        autoComplete="off"
        autoCapitalize="none"
        spellCheck={false}
        hint={
          <p className="text-soft">
            A word, a title or a whole name. Nothing is registered until you say so.
          </p>
        }
        onChange={(e) => {
          setTyped(e.target.value);
        }}
      />
      <Trouble error={offers.error ?? bring.error} />
      {typed.trim() !== '' && offers.data && (
        <ul className="border-water border-t" aria-label="Names found">
          {offers.data.map((offer) => (
            <li
              key={offer.name}
              className="border-water grid grid-cols-[1fr_auto] items-center gap-x-4 border-b py-1.5 md:grid-cols-[1fr_15rem_auto]"
            >
              <HostName name={offer.unicode} />
              <span className="text-soft">
                {!offer.free
                  ? offer.price === ''
                    ? 'not sold here'
                    : 'registered by someone'
                  : offer.firstYear === offer.yearly
                    ? `${money(offer.yearly, offer.currency)} a year`
                    : `${money(offer.firstYear, offer.currency)}, then ${money(offer.yearly, offer.currency)} a year`}
                {offer.premium && offer.free && (
                  <strong className="text-ink block font-medium">premium</strong>
                )}
              </span>
              {offer.free ? (
                <Button
                  aria-label={`Register ${offer.name} …`}
                  onClick={() => {
                    setBuying(offer);
                  }}
                >
                  Register …
                </Button>
              ) : (
                <Button
                  kind="quiet"
                  aria-label={`I own this: connect ${offer.name}`}
                  busy={bring.isPending}
                  onClick={() => {
                    bring.mutate(offer.name);
                  }}
                >
                  I own this: connect it
                </Button>
              )}
            </li>
          ))}
        </ul>
      )}
      {typed.includes('.') && offers.data?.every((o) => o.name !== typed.trim().toLowerCase()) && (
        <p className="mt-3">
          <Button
            busy={bring.isPending}
            onClick={() => {
              bring.mutate(typed.trim().toLowerCase());
            }}
          >
            Connect {typed.trim().toLowerCase()}
          </Button>{' '}
          <span className="text-soft">registered elsewhere, under an ending that is not sold here</span>
        </p>
      )}
      {buying && (
        <Buy
          offer={buying}
          onClose={() => {
            setBuying(null);
          }}
          onDone={(domain) => done(domain, 'is registered')}
        />
      )}
    </>
  );
}

function Buy({
  offer,
  onClose,
  onDone,
}: {
  offer: Offer;
  onClose: () => void;
  onDone: (domain: Schemas['DomainView']) => Promise<void>;
}) {
  const register = useMutation({
    mutationFn: () =>
      dataOf(
        api.POST('/api/domains', {
          body: { name: offer.name, firstYear: offer.firstYear },
        }),
      ),
    onSuccess: onDone,
  });
  return (
    <Dialog open onOpenChange={onClose} title={`Register ${offer.unicode}?`}>
      <dl className="mb-3 grid grid-cols-[10rem_1fr] gap-y-1">
        <dt className="text-soft">Now, for a year</dt>
        <dd>
          <strong>{money(offer.firstYear, offer.currency)}</strong>
        </dd>
        <dt className="text-soft">Each later year</dt>
        <dd>{money(offer.yearly, offer.currency)}</dd>
        <dt className="text-soft">Renews itself</dt>
        <dd>yes, two weeks before the year is over; you can switch that off</dd>
      </dl>
      <Trouble error={register.error} />
      <DialogActions
        busy={register.isPending}
        onDo={() => {
          register.mutate();
        }}
        leave="Not now"
        onLeave={onClose}
      >
        Register for {money(offer.firstYear, offer.currency)}
      </DialogActions>
    </Dialog>
  );
}

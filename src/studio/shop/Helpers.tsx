import { type FormEvent, useState } from 'react';
import { type Helper, type Rights, rightsInWords } from '#core/helpers';
import { formatPlain, parseAmount } from '#core/money';
import type { Draft } from '../data/draft';
import {
  sentenceOf,
  useEndHelperMutation,
  useHelpersQuery,
  useInviteHelperMutation,
  useRightsMutation,
  useSendHelperLinkMutation,
} from '../data/ownerApi';
import { shopWords } from '#say/shop';
const say = shopWords.helpers;

const ONLY_LOOKS: Rights = { answer: true, giveBackUpTo: null, edit: false, publish: false, everything: false };

/** Who helps in the shop: each with a sign-in of their own, and what they may in a sentence. */
export function Helpers({ draft }: { draft: Draft }) {
  const { data } = useHelpersQuery(undefined, { refetchOnMountOrArgChange: true });
  const [said, setSaid] = useState<string | null>(null);
  const hear = (doing: Promise<string>): void =>
    void doing.then(setSaid, (error: unknown) => setSaid(sentenceOf(error)));
  return (
    <section className="sec" id="helpers">
      <h3 className="mb-1">{say.helpers}</h3>
      <p className="cap mb-2">{say.eachHelperSignsPersonal}</p>
      <ul>
        {(data?.helpers ?? []).map((helper) => (
          <HelperRow key={helper.id} draft={draft} helper={helper} hear={hear} />
        ))}
      </ul>
      <Invite draft={draft} hear={hear} />
      {said !== null && (
        <p className="mt-2" role="status">
          {said}
        </p>
      )}
    </section>
  );
}

type Hear = (doing: Promise<string>) => void;

function HelperRow({ draft, helper, hear }: { draft: Draft; helper: Helper; hear: Hear }) {
  const [setRights] = useRightsMutation();
  const [sendLink] = useSendHelperLinkMutation();
  const [end] = useEndHelperMutation();
  const { currency, locale } = draft.content.shop;
  return (
    <li className="border-t border-line py-2">
      <details>
        <summary className="cursor-pointer">
          <b className="font-semibold" dir="auto">
            {helper.name}
          </b>{' '}
          <span className="text-ink-2" dir="auto">
            {helper.address}
          </span>
          : {rightsInWords(helper.rights, currency, locale)}
        </summary>
        <RightsSentence
          name={helper.name}
          rights={helper.rights}
          currency={currency}
          onChange={(rights) =>
            hear(
              setRights({ id: helper.id, rights })
                .unwrap()
                .then(() => say.now(helper.name, rightsInWords(rights, currency, locale))),
            )
          }
        />
        <p className="mt-2 flex flex-wrap gap-4">
          <button
            className="opt"
            onClick={() =>
              hear(
                sendLink(helper.id)
                  .unwrap()
                  .then(({ sentence }) => sentence),
              )
            }
          >
            {say.sendLinkAgain}
          </button>
          <button
            className="opt"
            onClick={() =>
              hear(
                end(helper.id)
                  .unwrap()
                  .then(() => say.noLongerHelperHas(helper.name)),
              )
            }
          >
            {say.removeHelper}
          </button>
        </p>
      </details>
    </li>
  );
}

/** What somebody may, as a sentence with its parts to tick. */
function RightsSentence({
  name,
  rights,
  currency,
  onChange,
}: {
  name: string;
  rights: Rights;
  currency: string;
  onChange: (rights: Rights) => void;
}) {
  const [amount, setAmount] = useState(rights.giveBackUpTo === null ? '' : formatPlain(rights.giveBackUpTo, currency));
  const parsed = parseAmount(amount, currency);
  const wrong = amount.trim() !== '' && (!parsed.ok || parsed.minor < 1);
  const tick = (key: 'answer' | 'edit' | 'publish' | 'everything', words: string) => (
    <label className="mr-4 inline-flex items-center gap-1.5">
      <input
        type="checkbox"
        className="checkbox checkbox-sm"
        aria-label={`${name}: ${words}`}
        checked={rights[key] || rights.everything}
        disabled={rights.everything && key !== 'everything'}
        onChange={(event) => onChange({ ...rights, [key]: event.target.checked })}
      />
      {words}
    </label>
  );
  return (
    <div className="sentence mt-2">
      {tick('answer', say.answersSendsLinks)}
      {tick('edit', say.edits)}
      {tick('publish', say.publishes)}
      {tick('everything', say.hasFullAccess)}
      <p className="mt-1">
        {say.canRefundUp}{' '}
        <input
          className="fill money"
          inputMode="decimal"
          size={5}
          placeholder={say.nothing}
          aria-label={say.refundLimit(name, currency)}
          aria-invalid={wrong}
          value={amount}
          onChange={(event) => setAmount(event.target.value.slice(0, 30))}
          onBlur={() => {
            if (!wrong) onChange({ ...rights, giveBackUpTo: parsed.ok && amount.trim() !== '' ? parsed.minor : null });
          }}
        />{' '}
        {say.perOrder(currency)}
      </p>
      {wrong && <p className="text-alarm">{parsed.ok ? say.nothingNotAmountLeave : parsed.problem}</p>}
    </div>
  );
}

function Invite({ draft, hear }: { draft: Draft; hear: Hear }) {
  const [invite, inviting] = useInviteHelperMutation();
  const [name, setName] = useState('');
  const [address, setAddress] = useState('');
  const [rights, setRights] = useState<Rights>(ONLY_LOOKS);
  function submit(event: FormEvent): void {
    event.preventDefault();
    hear(
      invite({ name, address, rights })
        .unwrap()
        .then(({ sentence }) => {
          setName('');
          setAddress('');
          setRights(ONLY_LOOKS);
          return sentence;
        }),
    );
  }
  return (
    <form noValidate className="mt-3 border-t border-line pt-3" onSubmit={submit}>
      <h4 className="font-semibold">{say.inviteHelper}</h4>
      <p className="sentence">
        <input
          className="fill"
          aria-label={say.nameHelper}
          placeholder={say.name}
          dir="auto"
          value={name}
          onChange={(event) => setName(event.target.value.slice(0, 200))}
        />{' '}
        {say.withAddress}{' '}
        <input
          className="fill"
          aria-label={say.emailAddressHelper}
          placeholder={say.nameExampleOrg}
          inputMode="email"
          size={22}
          value={address}
          onChange={(event) => setAddress(event.target.value.slice(0, 254))}
        />
      </p>
      <RightsSentence
        key={String(inviting.fulfilledTimeStamp ?? 0)}
        name={say.newHelper}
        rights={rights}
        currency={draft.content.shop.currency}
        onChange={setRights}
      />
      <button
        className="btn btn-quiet btn-sm mt-2"
        disabled={inviting.isLoading || name.trim() === '' || address.trim() === ''}
      >
        {say.sendInvitation}
      </button>
    </form>
  );
}

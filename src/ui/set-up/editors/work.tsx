import { useDraftContext } from '../draft/DraftContext';
import { Rows } from '../rows/Rows';
import { EventsWord } from '../words/EventsWord';
import { RefsWord, RefWord } from '../words/refs';
import {
  ChoiceWord,
  DayWord,
  FlagWord,
  MinutesWord,
  NameField,
  NumberWord,
  PriceWord,
  TextWord,
} from '../words/words';
import { Part, Sentence } from './Part';

const LANGUAGES = [
  { value: 'en', text: 'English' },
  { value: 'pt', text: 'Portuguese' },
  { value: 'de', text: 'German' },
  { value: 'fr', text: 'French' },
  { value: 'es', text: 'Spanish' },
];

export function CustomerEditor() {
  return (
    <>
      <NameField />
      <Sentence>
        Reached at <TextWord path="phone" label="Phone" empty="no phone" /> and{' '}
        <TextWord path="email" label="E-mail" empty="no e-mail" />, written to in{' '}
        <ChoiceWord path="language" label="Language" options={LANGUAGES} />.
      </Sentence>
      <Part title="Contacts">
        <Rows
          path="contacts"
          one="contact"
          blank={() => ({ name: '', role: '', phone: '', email: '' })}
          empty="Nobody is known by name. "
          add="add a contact"
        >
          {(row) => (
            <>
              <TextWord path={`${row}.name`} label="Name" empty="name" />,{' '}
              <TextWord path={`${row}.role`} label="What they are" empty="no role" />,{' '}
              <TextWord path={`${row}.phone`} label="Phone" empty="no phone" />,{' '}
              <TextWord path={`${row}.email`} label="E-mail" empty="no e-mail" />
            </>
          )}
        </Rows>
      </Part>
      <Sentence>
        <TextWord path="notes" label="Notes" empty="no notes" isLong />
      </Sentence>
    </>
  );
}

export function AssetEditor() {
  return (
    <>
      <NameField />
      <Sentence>
        Stands at <RefWord path="siteId" label="Site" object="sites" />. Model{' '}
        <TextWord path="model" label="Model" empty="not known" />, serial number{' '}
        <TextWord path="serial" label="Serial number" empty="not known" />, installed{' '}
        <DayWord path="installedOn" label="Installed" none="nobody knows when" />.
      </Sentence>
      <Sentence>
        It takes{' '}
        <RefsWord path="parts" label="Parts" object="parts" field="partId" empty="no parts of ours" />.
      </Sentence>
      <Sentence>
        <TextWord path="notes" label="Notes" empty="no notes" isLong />
      </Sentence>
    </>
  );
}

export function AgreementEditor() {
  return (
    <>
      <NameField />
      <Sentence>
        With <RefWord path="customerId" label="Customer" object="customers" />, for{' '}
        <RefWord path="siteId" label="Site" object="sites" none="all of their sites" />, for{' '}
        <RefsWord
          path="kinds"
          label="Job kinds"
          object="job-kinds"
          field="jobKindId"
          empty="all kinds of work"
        />
        , from <DayWord path="validFrom" label="From" /> until{' '}
        <DayWord path="validTo" label="Until" none="further notice" />.
      </Sentence>
      <Sentence>
        Somebody is there within <MinutesWord path="respondMin" label="There within" none="no set time" />,
        and it is done within <MinutesWord path="finishMin" label="Done within" none="no set time" />, at{' '}
        <PriceWord path="price" label="Price" none="no set price" />. Its work has{' '}
        <NumberWord
          path="priority"
          label="Priority"
          none="the priority of its kind"
          min={1}
          max={5}
          say={(v) => `priority ${v}`}
        />
        .
      </Sentence>
      <Sentence>
        <TextWord path="notes" label="Notes" empty="no notes" isLong />
      </Sentence>
    </>
  );
}

export function ProblemEditor() {
  return (
    <>
      <NameField />
      <Sentence>
        Most likely it is{' '}
        <RefWord path="jobKindId" label="Job kind" object="job-kinds" none="no work for us" />.
      </Sentence>
      <Sentence>
        Ask: <TextWord path="ask" label="What to ask" empty="nothing more" isLong />
      </Sentence>
      <Sentence>
        May help at once: <TextWord path="advice" label="Advice" empty="nothing known" isLong />
      </Sentence>
    </>
  );
}

const STAGES = [
  { value: 'new', text: 'new' },
  { value: 'solved', text: 'solved without a visit' },
  { value: 'ordered', text: 'a work order' },
  { value: 'closed', text: 'closed' },
];
const CHANNELS = [
  { value: 'phone', text: 'phone' },
  { value: 'mail', text: 'mail' },
  { value: 'form', text: 'the form for customers' },
];

export function RequestEditor() {
  const draft = useDraftContext();
  return (
    <>
      <Sentence>
        By <ChoiceWord path="channel" label="Came by" options={CHANNELS} /> from{' '}
        <TextWord path="caller" label="Caller" empty="somebody" />, to call back at{' '}
        <TextWord path="callBack" label="Call back" empty="no number" />:{' '}
        <TextWord path="said" label="What was said" empty="nothing was said" isLong />
      </Sentence>
      <Sentence>
        It is about <RefWord path="siteId" label="Site" object="sites" none="no site that is known" />, asset{' '}
        <RefWord path="assetId" label="Asset" object="assets" none="not known" />, customer{' '}
        <RefWord path="customerId" label="Customer" object="customers" none="not known" />. The problem:{' '}
        <RefWord path="problemKindId" label="Problem" object="problem-kinds" none="not named yet" />.
      </Sentence>
      <Sentence>
        Now it is <ChoiceWord path="stage" label="Stage" options={STAGES} />
        {draft.get('stage') === 'solved' && (
          <>
            , by this: <TextWord path="solution" label="What was done" empty="what was done?" isLong />
          </>
        )}
        .
      </Sentence>
    </>
  );
}

const COUNTED = [
  { value: 'calendar', text: 'the calendar' },
  { value: 'last-done', text: 'when it was last done' },
];
const RULES = [
  { value: 'FREQ=WEEKLY', text: 'every week' },
  { value: 'FREQ=WEEKLY;INTERVAL=2', text: 'every two weeks' },
  { value: 'FREQ=MONTHLY', text: 'every month' },
  { value: 'FREQ=MONTHLY;INTERVAL=3', text: 'every three months' },
  { value: 'FREQ=MONTHLY;INTERVAL=3;BYDAY=1MO', text: 'every three months, on the first Monday' },
  { value: 'FREQ=MONTHLY;INTERVAL=6', text: 'every six months' },
  { value: 'FREQ=MONTHLY;INTERVAL=6;BYMONTHDAY=15', text: 'every six months, on the 15th' },
  { value: 'FREQ=YEARLY', text: 'every year' },
];

export function MaintenanceEditor() {
  const draft = useDraftContext();
  const rule = String(draft.get('rule') ?? '');
  const known = RULES.some((r) => r.value === rule);
  return (
    <>
      <NameField />
      <Sentence>
        <RefWord path="jobKindId" label="Job kind" object="job-kinds" /> at{' '}
        <RefsWord path="assets" label="Assets" object="assets" field="assetId" empty="no assets yet" />.
      </Sentence>
      <Sentence>
        Comes back{' '}
        <ChoiceWord
          path="rule"
          label="Comes back"
          options={known ? RULES : [...RULES, { value: rule, text: rule }]}
        />{' '}
        (as a rule of RFC 5545: <TextWord path="rule" label="Rule" empty="no rule" />
        ), counted from <ChoiceWord path="countsFrom" label="Counted from" options={COUNTED} />, from{' '}
        <DayWord path="startsOn" label="From" /> until{' '}
        <DayWord path="endsOn" label="Until" none="further notice" />.
      </Sentence>
      <Sentence>
        Made <NumberWord path="leadDays" label="Made ahead, days" unit="days" min={0} max={365} /> ahead, to
        be done within{' '}
        <NumberWord path="withinDays" label="To be done within, days" unit="days" min={1} max={365} />, by{' '}
        <RefWord path="agreementId" label="Agreement" object="agreements" none="no agreement" />.
      </Sentence>
      <Sentence>
        <TextWord path="notes" label="Notes" empty="no notes" isLong />
      </Sentence>
    </>
  );
}

const EVENTS = [
  { value: 'promised', text: 'a time was promised' },
  { value: 'moved', text: 'a promised time has moved' },
  { value: 'booked', text: 'they booked alone and must confirm' },
  { value: 'on-the-way', text: 'somebody is on the way' },
  { value: 'done', text: 'it is done' },
  { value: 'sorry', text: 'it will not be done' },
];

export function TemplateEditor() {
  const draft = useDraftContext();
  return (
    <>
      <NameField />
      <Sentence>
        Written when <ChoiceWord path="event" label="When" options={EVENTS} />, as a{' '}
        <ChoiceWord
          path="channel"
          label="As"
          options={[
            { value: 'mail', text: 'mail' },
            { value: 'text', text: 'text message' },
          ]}
        />{' '}
        in <ChoiceWord path="language" label="Language" options={LANGUAGES} />; it is{' '}
        <FlagWord path="active" label="Is it used" yes="used" no="not used" />.
      </Sentence>
      {draft.get('channel') === 'mail' && (
        <Sentence>
          Subject: <TextWord path="subject" label="Subject" empty="no subject" />
        </Sentence>
      )}
      <Sentence>
        <TextWord path="body" label="Text" empty="no text yet" isLong />
      </Sentence>
      <Sentence>
        Words that are filled in: {'{caller} {work} {site} {day} {from} {to} {number} {link} {company}'}.
      </Sentence>
    </>
  );
}

export function HookEditor() {
  return (
    <>
      <NameField />
      <Sentence>
        Calls <TextWord path="address" label="Address" empty="an address" /> when work is{' '}
        <EventsWord path="events" label="Told about" />; it is{' '}
        <FlagWord path="active" label="Is it used" yes="used" no="not used" />. Each call is signed with{' '}
        <TextWord path="secret" label="Secret" empty="a secret of 16 letters or more" />.
      </Sentence>
    </>
  );
}

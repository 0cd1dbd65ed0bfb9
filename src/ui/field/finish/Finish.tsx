import { useRef, useState } from 'react';
import type { OwnDay, OwnStop } from '@/contract/day/own-day';
import type { FieldReport, VisitPapers } from '@/contract/day/reports';
import css from '../Field.module.css';
import { type CrewMinutes, CrewTime, minutesOf } from './CrewTime';
import { Signature } from './Signature';
import { shrinkPhoto } from './shrink-photo';

interface Props {
  readonly stop: OwnStop;
  readonly members: OwnDay['members'];
  readonly ticked: readonly string[];
  /** Minutes on site so far. */
  readonly minutes: number | null;
  /** Of a visit that is over already and was sent back. */
  readonly isAgain: boolean;
  readonly onTick: (ticked: readonly string[]) => void;
  readonly onSend: (papers: VisitPapers, photos: readonly NonNullable<FieldReport['photo']>[]) => void;
  readonly onClose: () => void;
}

/** What goes with "done": ticked tasks, parts used, time, photos, a signature. All of it may be left out. */
export function Finish({ stop, members, ticked, minutes, isAgain, onTick, onSend, onClose }: Props) {
  const before = stop.papers;
  const [used, setUsed] = useState<Readonly<Record<string, number>>>(
    Object.fromEntries((before?.parts ?? []).map((p) => [p.name, p.count])),
  );
  const [time, setTime] = useState(String(before?.minutes ?? minutes ?? ''));
  const [crew, setCrew] = useState<CrewMinutes>(
    Object.fromEntries((before?.crewMinutes ?? []).map((c) => [c.personId, String(c.minutes)])),
  );
  const [note, setNote] = useState(before?.note ?? '');
  const [signedBy, setSignedBy] = useState(before?.signedBy ?? '');
  const [photos, setPhotos] = useState<readonly NonNullable<FieldReport['photo']>[]>([]);
  const [failure, setFailure] = useState('');
  const signature = useRef('');
  const parts = [...new Set([...stop.parts, ...Object.keys(used)])];
  const timeOf = minutesOf(time);
  const isTimeWrong =
    (time.trim() !== '' && timeOf === null) || Object.values(crew).some((m) => minutesOf(m) === null);
  const add = async (files: FileList | null): Promise<void> => {
    setFailure('');
    for (const file of files ?? []) {
      const photo = await shrinkPhoto(file).catch(() => null);
      if (photo) setPhotos((now) => [...now, photo]);
      else setFailure(`${file.name} is no picture that this phone can read.`);
    }
  };
  return (
    <section className={css.finish} aria-label="What was done">
      <h2>{stop.jobKind}</h2>
      {stop.tasks.map((t) => (
        <label key={t} className={css.check}>
          <input
            type="checkbox"
            checked={ticked.includes(t)}
            onChange={() => onTick(ticked.includes(t) ? ticked.filter((x) => x !== t) : [...ticked, t])}
          />
          {t}
        </label>
      ))}
      {parts.map((name) => (
        <div key={name} className={css.used}>
          <span>{name}</span>
          <button
            type="button"
            className={css.small}
            aria-label={`One ${name} less`}
            onClick={() => setUsed({ ...used, [name]: Math.max(0, (used[name] ?? 0) - 1) })}
          >
            −
          </button>
          <b>{used[name] ?? 0}</b>
          <button
            type="button"
            className={css.small}
            aria-label={`One ${name} more`}
            onClick={() => setUsed({ ...used, [name]: Math.min(999, (used[name] ?? 0) + 1) })}
          >
            +
          </button>
        </div>
      ))}
      <label className={css.field}>
        Minutes on site
        <input inputMode="numeric" value={time} onChange={(e) => setTime(e.currentTarget.value)} />
      </label>
      <CrewTime members={members} minutes={time} own={crew} onChange={setCrew} />
      {isTimeWrong && (
        <p className="bad" role="alert">
          Minutes are a whole number up to 1440.
        </p>
      )}
      <label className={css.field}>
        Note
        <textarea rows={2} maxLength={2000} value={note} onChange={(e) => setNote(e.currentTarget.value)} />
      </label>
      <label className={css.field}>
        Photos{photos.length > 0 && `: ${photos.length} taken`}
        <input
          type="file"
          accept="image/*"
          capture="environment"
          multiple
          onChange={(e) => void add(e.currentTarget.files)}
        />
      </label>
      {failure !== '' && (
        <p className="bad" role="alert">
          {failure}
        </p>
      )}
      <label className={css.field}>
        Signed by
        <input maxLength={120} value={signedBy} onChange={(e) => setSignedBy(e.currentTarget.value)} />
      </label>
      <Signature onChange={(path) => (signature.current = path)} />
      <div className={css.row}>
        <button
          type="button"
          className={css.next}
          disabled={isTimeWrong}
          onClick={() =>
            onSend(
              {
                tasks: [...ticked],
                parts: parts.flatMap((name) => ((used[name] ?? 0) > 0 ? [{ name, count: used[name]! }] : [])),
                minutes: timeOf,
                crewMinutes: Object.entries(crew).map(([personId, m]) => ({
                  personId,
                  minutes: minutesOf(m) ?? 0,
                })),
                note: note.trim(),
                signedBy: signedBy.trim(),
                signature: signature.current,
              },
              photos,
            )
          }
        >
          {isAgain ? 'Send it again' : 'It is done'}
        </button>
        <button type="button" className={css.other} onClick={onClose}>
          Back
        </button>
      </div>
    </section>
  );
}

import type { OwnDay } from '@/contract/day/own-day';
import { isoDate } from '@/contract/shared/fields';
import { type FieldState, localDateOf } from '@/core/index';
import { readCrewMembers, readCrewsOf, readPersonField, readSpeaker } from '@/db/repositories/day/field';
import {
  readCrewName,
  readDoneAt,
  readDrivenDay,
  readOwnStops,
  readTechnicianName,
} from '@/db/repositories/day/own-day';
import { readPartsNeeded } from '@/db/repositories/work/order-parts';
import { clockIn } from '../../shared/clock';
import { Refusal, required } from '../../shared/refusal';
import type { Unit } from '../../shared/unit';
import { aboutThem, newsOf, ownPapers, waysOf } from './own-parts';

/** Whoever is a technician has a day of their own; on a day with a crew it is the crew's. */
async function cordOf(unit: Unit, technicianId: string, date: string) {
  for (const crewId of await readCrewsOf(unit.transaction, technicianId, date)) {
    const stops = await readOwnStops(unit.transaction, crewId, date);
    if (stops.length > 0) return { personId: crewId, stops };
  }
  return { personId: technicianId, stops: await readOwnStops(unit.transaction, technicianId, date) };
}

/** The day of whoever asks: only of technicians, and only their own or that of their crew. */
export async function readOwnDay(unit: Unit, rawDate: unknown): Promise<OwnDay> {
  const { transaction, user, now } = unit;
  const technicianId = user.technicianId ?? null;
  const own = technicianId === null ? null : await readTechnicianName(transaction, technicianId);
  if (!own) throw new Refusal('not-found');
  const date = rawDate === null ? localDateOf(now, own.zone) : required(isoDate, rawDate);
  const { personId, stops } = await cordOf(unit, own.id, date);
  const crew = personId === own.id ? null : await readCrewName(transaction, personId);
  const speaker = await readSpeaker(transaction, personId, date);
  const field = await readPersonField(transaction, personId, date);
  const driven = await readDrivenDay(transaction, personId, date);
  const done = await readDoneAt(
    transaction,
    stops.map((s) => s.siteId),
  );
  const papers = await ownPapers(unit, stops);
  // A crew sets out together, from where its leader does.
  const first = speaker?.speakerId ? await readTechnicianName(transaction, speaker.speakerId) : own;
  const home =
    first?.homeLat == null || first.homeLon === null ? null : { lat: first.homeLat, lon: first.homeLon };
  const ways = await waysOf(unit, home, stops);
  const parts = new Map<string, string[]>();
  for (const s of stops)
    parts.set(
      s.workOrderId,
      (await readPartsNeeded(transaction, s.workOrderId, [own.id])).map((p) => p.name),
    );
  return {
    date,
    zone: own.zone,
    now,
    pace: (await clockIn(transaction)).pace,
    personId,
    name: crew ?? own.name,
    members: crew === null ? [] : await readCrewMembers(transaction, personId, date),
    maySpeak: speaker?.speakerId === own.id,
    stops: stops.map(({ siteId, workOrderId, state, ...s }, i) => ({
      ...s,
      state: (state ?? 'planned') as FieldState,
      parts: parts.get(workOrderId) ?? [],
      papers: papers.get(`${s.visitId} ${s.part}`) ?? null,
      way: ways[i] ?? [],
      history: done.filter((d) => d.siteId === siteId).map(({ label, what, at }) => ({ label, what, at })),
    })),
    breaksAt: driven.breakStarts,
    breakBeganAt: field?.breakBeganAt ?? null,
    offAt: field?.offAt ?? null,
    homeAt: driven.homeAt,
    outAt: field?.outAt ?? null,
    news: await newsOf(unit, { personId, date }, stops),
    ...(await aboutThem(unit, own.id)),
  };
}

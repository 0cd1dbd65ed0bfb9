import { notifications } from '@mantine/notifications';
import { useQueryClient } from '@tanstack/react-query';
import { type Remote, wrap } from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import { type HandDeed, type HandDone, handDone } from '@/contract/plan/hand';
import type { PlanView } from '@/contract/plan/plan-view';
import type { RuleCode } from '@/core/index';
import { DEED_WORDS } from '../../messages/commands';
import { errorText } from '../../messages/errors';
import { changeText, priceText } from '../../messages/figures';
import { ApiError, callApi } from '../../shared/api';
import type { Fit, FitLimits, Placed } from './board/fits';
import type { Grip, Outcome, WayOut } from './board/hand-desk';
import type { HandWorker } from './board/hand-worker';
import type { Here } from './board/here';
import { type Aim, gripAt, gripOff, type Hold, handledOf } from './grip';
import { createHandStore, type HandState, type HandStore } from './hand-store';
import { createOnVisits, type OnVisits } from './on-visits';

/** What waits for a reason before it is done against a rule. */
export interface AskedReason {
  readonly grip: Grip;
  readonly deed: HandDeed;
  readonly outcome: Pick<Outcome, 'broken'> | null;
  readonly ahead?: number;
}

export interface Hand {
  readonly store: HandStore;
  readonly mayHand: boolean;
  /** The picture shows places that something can be carried over by keys. */
  readonly mayCarry: boolean;
  /** Whether whoever looks may place against a rule. */
  readonly mayForce: boolean;
  readonly asked: AskedReason | null;
  takeUp(hold: Hold, by: 'pointer' | 'keys', options?: { readonly isStretch?: boolean }): void;
  aimAt(aim: Aim, point: { x: number; y: number } | null): void;
  aimOff(point: { x: number; y: number } | null): void;
  stretchTo(durationMin: number, aim: Aim, point: { x: number; y: number } | null): void;
  /** Puts down what is held where it is; against a rule it asks for a reason, where that is wanted. */
  putDown(against: boolean): void;
  putBack(): void;
  /** Does something without holding it first. */
  make(grip: Grip, deed: HandDeed, options?: MakeOptions): Promise<HandDone | null>;
  /** Asks for a reason first: it is known to stand against a rule. */
  askReason(asked: AskedReason): void;
  giveReason(reason: string | null): void;
  /** What something would come to. */
  outcome(grip: Grip): Promise<Outcome>;
  /** The best places for a visit within limits, cheapest first, each with its chance; so many days further than what is on screen. */
  bestFits(
    visitId: string,
    limit: number,
    asked: { readonly limits: FitLimits; readonly ahead: number },
  ): Promise<Fit[]>;
  /** Places for several loose ends, as one change. */
  placeThese(visitIds: readonly string[]): Promise<Placed>;
  /** Loose ends that could begin at a moment on a cord. */
  here(
    place: { readonly shiftId: string; readonly fromAt: number },
    visitIds: readonly string[],
  ): Promise<Here[]>;
  /** Why loose ends are loose: the rule that takes the last people away, "room", or null where there is a place. */
  whyLoose(visitIds: readonly string[]): Promise<ReadonlyMap<string, string | null>>;
  readonly onVisits: OnVisits;
  /** Ways out of a tangled day. */
  untangle(shiftId: string): Promise<WayOut[]>;
  /** Names the state of the plan that answers are about. */
  readonly board: string;
}

export interface MakeOptions {
  /** Why it is done against a rule. */
  readonly reason?: string | null;
  /** Days beyond those on screen that it reaches into. */
  readonly ahead?: number;
}

/** States of the plan that were on screen, by number. */
const numbers = new WeakMap<PlanView, number>();
let lastNumber = 0;

function numberOf(view: PlanView): number {
  const known = numbers.get(view) ?? ++lastNumber;
  numbers.set(view, known);
  return known;
}

const laterDate = (date: string, days: number): string =>
  new Date(Date.parse(date) + days * 86_400_000).toISOString().slice(0, 10);

/** The board that reaches so many days further than what is on screen. */
function boardAhead(
  { view, board }: { readonly view: PlanView | undefined; readonly board: string },
  days: number,
): string {
  if (days === 0 || !view) return board;
  const query = new URLSearchParams(board);
  query.set('to', laterDate(view.dates.at(-1)!, days));
  return query.toString();
}

const deedOf = (hold: Hold, isOff: boolean, isStretch: boolean): HandDeed =>
  isStretch ? 'stretch' : isOff ? 'take-off' : hold.grabbed ? 'move' : 'place';

/** What was said of another place is let go when the next answer takes so long. */
const STALE_MS = 80;

/** Cords looked at for a place; more than anybody has on a screen. */
const MOST_FITS = 400;

/** The dispatcher's hand on the live plan: what is held, what it would come to, and putting it down. */
export function useHand(
  view: PlanView | undefined,
  query: string,
  { mayChange, isPicture }: { readonly mayChange: boolean; readonly isPicture: boolean },
): Hand {
  const client = useQueryClient();
  const store = useMemo(createHandStore, []);
  const [asked, setAsked] = useState<AskedReason | null>(null);
  const workerRef = useRef<{ remote: Remote<HandWorker>; stop: () => void } | null>(null);
  // Another state of the plan is another board: what is asked of the worker names the one on screen.
  const board = view ? `${query}&seen=${numberOf(view)}` : query;
  const latest = useRef({ view, board });
  latest.current = { view, board };
  const isLive = view?.kind === 'live';
  const mayHand = mayChange && isLive;
  const worker = (): Remote<HandWorker> => {
    if (!workerRef.current) {
      const own = new Worker(new URL('./board/hand-worker.ts', import.meta.url), { type: 'module' });
      workerRef.current = { remote: wrap<HandWorker>(own), stop: () => own.terminate() };
    }
    return workerRef.current.remote;
  };
  useEffect(() => () => workerRef.current?.stop(), []);
  const say = (cause: unknown): void => {
    notifications.show({ title: 'Not done', message: errorText(cause), color: 'grape' });
  };

  const mayForce = view?.mayForce ?? false;
  const onVisits = useMemo(() => createOnVisits(client), [client]);
  // Only the newest answer counts: the pointer has gone on meanwhile.
  const counter = useRef(0);
  const weigh = (grip: Grip, change: Partial<HandState>): void => {
    const own = ++counter.current;
    // One change of what is drawn for each move; what was said of the last place stands for the moment that the next one takes.
    store.patch({ ...change, grip });
    setTimeout(() => {
      const now = store.get();
      if (own === counter.current && now?.outcome && now.weighed !== grip) store.patch({ outcome: null });
    }, STALE_MS);
    worker()
      .outcome(latest.current.board, grip)
      .then(
        (outcome) => {
          if (own === counter.current && store.get()) store.patch({ outcome, weighed: grip });
        },
        (cause: unknown) => {
          if (own !== counter.current || !store.get()) return;
          store.set(null);
          if (cause instanceof Error && cause.message === 'conflict')
            void client.invalidateQueries({ queryKey: ['plan'] });
          else say(cause);
        },
      );
  };

  const make: Hand['make'] = async (grip, deed, { reason = null, ahead = 0 } = {}) => {
    const { view: shown } = latest.current;
    if (!shown) return null;
    try {
      const done = await callApi('/api/plan/hand', handDone, {
        method: 'POST',
        body: {
          extent: {
            territoryIds: shown.territories.map((t) => t.id),
            firstDate: shown.dates[0],
            lastDate: laterDate(shown.dates.at(-1)!, ahead),
          },
          deed,
          visits: handledOf(shown, grip),
          reason,
        },
      });
      await Promise.all([
        client.invalidateQueries({ queryKey: ['plan'] }),
        client.invalidateQueries({ queryKey: ['commands'] }),
      ]);
      notifications.show({ message: doneText(deed, grip, shown, done) });
      return done;
    } catch (cause) {
      if (cause instanceof ApiError && cause.facts.reason === 'against-rules') {
        const rules = (cause.facts.broken ?? []) as readonly { readonly rule: RuleCode }[];
        const broken = rules.map(({ rule }) => ({ rule, facts: {} }));
        setAsked({ grip, deed, outcome: { broken }, ahead });
        return null;
      }
      say(cause);
      await client.invalidateQueries({ queryKey: ['plan'] });
      return null;
    }
  };

  return {
    store,
    mayHand,
    mayCarry: mayHand && isPicture,
    asked,
    board,
    mayForce,
    onVisits,
    askReason: setAsked,
    bestFits: (visitId, limit, { limits, ahead }) =>
      worker().bestFits(boardAhead(latest.current, ahead), visitId, limit, limits),
    placeThese: (visitIds) => worker().placeThese(latest.current.board, visitIds),
    here: (place, visitIds) => worker().here(latest.current.board, { ...place }, visitIds),
    whyLoose: async (visitIds) => new Map(await worker().whyLoose(latest.current.board, visitIds)),
    untangle: (shiftId) => worker().untangle(latest.current.board, shiftId),
    outcome: (grip) => worker().outcome(latest.current.board, grip),
    takeUp: (hold, by, options = {}) => {
      store.set({
        hold,
        by,
        aim: null,
        isOff: false,
        grip: null,
        outcome: null,
        weighed: null,
        fits: null,
        against: [],
        isStretch: options.isStretch ?? false,
        point: null,
      });
      const { board: now } = latest.current;
      const remote = worker();
      void remote
        .takeUp(now, hold.visitIds)
        .then(() =>
          hold.visitIds.length === 1 && !options.isStretch
            ? remote.fits(now, hold.visitIds[0]!, MOST_FITS)
            : null,
        )
        .then(
          (fits) => {
            if (store.get()?.hold === hold) store.patch({ fits: fits ?? [] });
          },
          (cause: unknown) => {
            if (store.get()?.hold !== hold) return;
            store.set(null);
            say(cause);
          },
        );
    },
    aimAt: (aim, point) => {
      const state = store.get();
      if (!state) return;
      const same = state.aim && !state.isOff && state.aim.shiftId === aim.shiftId && state.aim.at === aim.at;
      if (same) {
        store.patch({ point });
        return;
      }
      weigh(gripAt(state.hold, aim, state.fits), { aim, isOff: false, point });
      if (state.aim?.shiftId === aim.shiftId) return;
      void worker()
        .against(latest.current.board, state.hold.visitIds[0]!, aim.shiftId)
        .then((against) => {
          if (store.get()?.aim?.shiftId === aim.shiftId) store.patch({ against });
        });
    },
    aimOff: (point) => {
      const state = store.get();
      if (!state?.hold.grabbed) return;
      const same = state.isOff;
      if (same) store.patch({ point });
      else weigh(gripOff(state.hold), { isOff: true, aim: null, point, against: [] });
    },
    stretchTo: (durationMin, aim, point) => {
      const state = store.get();
      if (!state) return;
      const now = state.grip?.visits[0]?.durationMin;
      if (now === durationMin) store.patch({ aim, point });
      else weigh({ visits: [{ visitId: state.hold.visitIds[0]!, durationMin }] }, { aim, point });
    },
    putDown: (against) => {
      const state = store.get();
      store.set(null);
      counter.current++;
      if (!state?.grip) return;
      const deed = deedOf(state.hold, state.isOff, state.isStretch);
      const { grip } = state;
      // Put down sooner than it was worked out: what is known of the place before says nothing of this one.
      const known =
        state.weighed === grip
          ? Promise.resolve(state.outcome)
          : worker()
              .outcome(latest.current.board, grip)
              .catch(() => null);
      void known.then((outcome) => {
        if (!outcome || outcome.broken.length === 0) void make(grip, deed);
        else if (against && mayForce) setAsked({ grip, deed, outcome });
        else
          notifications.show({
            title: 'Not put there',
            message: mayForce
              ? 'It breaks a rule. Hold Alt while putting it down to do it all the same, with a reason.'
              : 'It breaks a rule, and you may not place against one.',
            color: 'grape',
          });
      });
    },
    putBack: () => {
      counter.current++;
      store.set(null);
    },
    make,
    giveReason: (reason) => {
      const what = asked;
      setAsked(null);
      if (what && reason !== null)
        void make(what.grip, what.deed, {
          reason,
          ...(what.ahead === undefined ? {} : { ahead: what.ahead }),
        });
    },
  };
}

function doneText(deed: HandDeed, { visits }: Grip, view: PlanView, done: HandDone): string {
  const names = visits.map((v) => view.visits.find((x) => x.id === v.visitId)?.label ?? v.visitId);
  const what = names.length > 3 ? `${names.length} visits` : names.join(', ');
  const pushed = done.pushed > 0 ? `, ${done.pushed} pushed later` : '';
  return `${DEED_WORDS[deed]} ${what}: ${changeText(done.price, priceText)}${pushed}.`;
}

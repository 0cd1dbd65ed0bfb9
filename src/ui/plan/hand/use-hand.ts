import { notifications } from '@mantine/notifications';
import { useQueryClient } from '@tanstack/react-query';
import { type Remote, wrap } from 'comlink';
import { useEffect, useMemo, useRef, useState } from 'react';
import { type HandDeed, type HandDone, handDone } from '@/contract/plan/hand';
import type { PlanView } from '@/contract/plan/plan-view';
import { DEED_WORDS } from '../../messages/commands';
import { errorText } from '../../messages/errors';
import { changeText, priceText } from '../../messages/figures';
import { ApiError, callApi } from '../../shared/api';
import type { Fit, Grip, Outcome } from './board/hand-desk';
import type { HandWorker } from './board/hand-worker';
import { type Aim, gripAt, gripOff, type Hold, handledOf } from './grip';
import { createHandStore, type HandStore } from './hand-store';

/** What waits for a reason before it is done against a rule. */
export interface AskedReason {
  readonly grip: Grip;
  readonly deed: HandDeed;
  readonly outcome: Outcome | null;
}

export interface Hand {
  readonly store: HandStore;
  readonly mayHand: boolean;
  readonly asked: AskedReason | null;
  takeUp(hold: Hold, by: 'pointer' | 'keys', options?: { readonly isStretch?: boolean }): void;
  aimAt(aim: Aim, point: { x: number; y: number } | null): void;
  aimOff(point: { x: number; y: number } | null): void;
  stretchTo(durationMin: number, aim: Aim, point: { x: number; y: number } | null): void;
  /** Puts down what is held where it is; against a rule it asks for a reason, where that is wanted. */
  putDown(against: boolean): void;
  putBack(): void;
  /** Does something without holding it first. */
  make(grip: Grip, deed: HandDeed, reason?: string | null): Promise<HandDone | null>;
  giveReason(reason: string | null): void;
  /** What something would come to. */
  outcome(grip: Grip): Promise<Outcome>;
  /** The best places for a visit, cheapest first. */
  fits(visitId: string, limit: number): Promise<Fit[]>;
  /** Names the state of the plan that answers are about. */
  readonly board: string;
}

/** States of the plan that were on screen, by number. */
const numbers = new WeakMap<PlanView, number>();
let lastNumber = 0;

function numberOf(view: PlanView): number {
  const known = numbers.get(view) ?? ++lastNumber;
  numbers.set(view, known);
  return known;
}

const deedOf = (hold: Hold, isOff: boolean, isStretch: boolean): HandDeed =>
  isStretch ? 'stretch' : isOff ? 'take-off' : hold.grabbed ? 'move' : 'place';

/** Cords looked at for a place; more than anybody has on a screen. */
const MOST_FITS = 400;

/** The dispatcher's hand on the live plan: what is held, what it would come to, and putting it down. */
export function useHand(view: PlanView | undefined, query: string, mayChange: boolean): Hand {
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

  // Only the newest answer counts: the pointer has gone on meanwhile.
  const counter = useRef(0);
  const weigh = (grip: Grip): void => {
    const own = ++counter.current;
    store.patch({ grip });
    worker()
      .outcome(latest.current.board, grip)
      .then(
        (outcome) => {
          if (own === counter.current && store.get()) store.patch({ outcome });
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

  const make: Hand['make'] = async (grip, deed, reason = null) => {
    const { view: shown } = latest.current;
    if (!shown) return null;
    try {
      const done = await callApi('/api/plan/hand', handDone, {
        method: 'POST',
        body: {
          extent: {
            territoryIds: shown.territories.map((t) => t.id),
            firstDate: shown.dates[0],
            lastDate: shown.dates.at(-1),
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
        setAsked({ grip, deed, outcome: null });
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
    asked,
    board,
    fits: (visitId, limit) => worker().fits(latest.current.board, visitId, limit),
    outcome: (grip) => worker().outcome(latest.current.board, grip),
    takeUp: (hold, by, options = {}) => {
      store.set({
        hold,
        by,
        aim: null,
        isOff: false,
        grip: null,
        outcome: null,
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
      store.patch({ aim, isOff: false, point, ...(same ? {} : { outcome: null }) });
      if (same) return;
      weigh(gripAt(state.hold, aim, state.fits));
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
      store.patch({ isOff: true, aim: null, point, against: [] });
      if (!same) weigh(gripOff(state.hold));
    },
    stretchTo: (durationMin, aim, point) => {
      const state = store.get();
      if (!state) return;
      const now = state.grip?.visits[0]?.durationMin;
      store.patch({ aim, point });
      if (now !== durationMin) weigh({ visits: [{ visitId: state.hold.visitIds[0]!, durationMin }] });
    },
    putDown: (against) => {
      const state = store.get();
      store.set(null);
      counter.current++;
      if (!state?.grip) return;
      const deed = deedOf(state.hold, state.isOff, state.isStretch);
      const { outcome, grip } = state;
      if (outcome && outcome.broken.length > 0) {
        if (against) setAsked({ grip, deed, outcome });
        else
          notifications.show({
            title: 'Not put there',
            message: 'It breaks a rule. Hold Alt while putting it down to do it all the same, with a reason.',
            color: 'grape',
          });
        return;
      }
      void make(grip, deed);
    },
    putBack: () => {
      counter.current++;
      store.set(null);
    },
    make,
    giveReason: (reason) => {
      const what = asked;
      setAsked(null);
      if (what && reason !== null) void make(what.grip, what.deed, reason);
    },
  };
}

function doneText(deed: HandDeed, { visits }: Grip, view: PlanView, done: HandDone): string {
  const names = visits.map((v) => view.visits.find((x) => x.id === v.visitId)?.label ?? v.visitId);
  const what = names.length > 3 ? `${names.length} visits` : names.join(', ');
  const pushed = done.pushed > 0 ? `, ${done.pushed} pushed later` : '';
  return `${DEED_WORDS[deed]} ${what}: ${changeText(done.price, priceText)}${pushed}.`;
}

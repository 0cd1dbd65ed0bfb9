import { parentPort, workerData } from 'node:worker_threads';
import { packMap } from '@/db/repositories/shared/roads';
import type { ReadAnswer } from '@/server/set-up/imports/work-roads';
import { readRoads } from '@/server/set-up/roads/read-roads';
import { Refusal } from '@/server/shared/refusal';

/** Reads one file of roads and ends. */
function answer(): ReadAnswer {
  try {
    const { map, found } = readRoads(Buffer.from(workerData as Uint8Array), '');
    return { ok: true, packed: packMap(map), found };
  } catch (cause) {
    if (!(cause instanceof Refusal)) throw cause;
    return { ok: false, problems: (cause.facts.problems ?? []) as never };
  }
}

parentPort?.postMessage(answer());

import { Worker } from 'node:worker_threads';
import { writeRunFiles } from '@/server/runs/run-files';
import type { Helper } from '@/server/runs/studies/work-study';
import { systemUnit } from './in-system-unit';
import type { StudyAnswer, StudyOrder } from './study-messages';

function inThread<K extends StudyAnswer['kind']>(
  order: StudyOrder,
  kind: K,
): Promise<Extract<StudyAnswer, { kind: K }>> {
  return new Promise((resolve, reject) => {
    const thread = new Worker(new URL('./study-thread.mjs', import.meta.url), { workerData: order });
    let said: StudyAnswer | null = null;
    thread.on('message', (answer: StudyAnswer) => {
      said = answer;
    });
    thread.once('error', reject);
    thread.once('exit', () => {
      if (said?.kind === kind) resolve(said as Extract<StudyAnswer, { kind: K }>);
      else reject(new Error('The thread ended without an answer'));
    });
  });
}

/** What studies need done where searches may be started: each in a thread of its own, so that this process hears. */
export const studyHelper: Helper = {
  search: async (run) => (await inThread({ kind: 'search', run }, 'plan')).plan,
  relax: async (problem, plan, visitId) =>
    (await inThread({ kind: 'relax', problem, plan, visitId }, 'relaxed')).found,
  partsOf: async (problem, plan) => (await inThread({ kind: 'parts', problem, plan }, 'parts')).parts,
  writeFiles: (runId) => systemUnit((unit) => writeRunFiles(unit, runId)),
};

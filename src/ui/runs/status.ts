/** Where a run stands, in a word. */
export const STATUS_WORDS = {
  queued: 'waiting',
  running: 'searching',
  done: 'done',
  failed: 'no draft',
} as const;

/** Says where one seat of a visit is, so that two states can be told apart. */
export function seatKey(seat: {
  readonly part: number;
  readonly seat: number;
  readonly personId: string;
  readonly startAt: number;
}): string {
  return `${seat.part}.${seat.seat}:${seat.personId}@${seat.startAt}`;
}

import {
  FOUND_POSITION,
  FOUND_PRICE,
  HAS_SITES,
  P_EXACT,
  P_HAS_REACH,
  P_IS_SPLIT,
  P_OUT_PRICE,
  P_PENALTY,
  P_SEC_PRICE,
  P_SOFT_RATE,
  P_STANDING,
  PLACES,
  PRICE_PER_M,
  SHIFTS,
  SLICES,
} from '../../hot/table';
import { AFTER, AT_PLACE, EASE, FREE, FROM, LAST, LATEST, LEG_M, LEG_NOW, LEG_SEC, ON_SITE, OPEN, PLACE, SOFT } from '../../state/cells';
import { skips } from '../host';
import {
  beforeOf,
  byteAt,
  CELL_BYTES,
  cellOf,
  countOf,
  field,
  floatAt,
  given,
  intAt,
  lineOf,
  NEVER,
  number,
  setGiven,
  setNumber,
  travelBack,
  travelM,
  travelMBack,
  travelSec,
} from '../memory';
import { siteAdded, staysWithinReach } from '../scan';
import { arriveAt } from './legs';
import { pricedOnLanes } from './tail';

/**
 * The scan of a shift with several breaks or travel by the hour, below what is in the table: a place ends as soon as
 * it could not be done even with no break in the way. Where moments count, a place is priced before they are known:
 * now and then one is passed over, so that another that looked a little dearer gets its chance.
 */
export function scanOnLanes(v: i32, s: i32, slot: usize): void {
  const n = countOf(s);
  const line = lineOf(s);
  const hasSites = given(HAS_SITES) == 1;
  const base =
    floatAt(P_STANDING, v * given(SHIFTS) + s) + (n == 0 ? floatAt(P_OUT_PRICE, s) : 0) - floatAt(P_PENALTY, s);
  const secPrice = floatAt(P_SEC_PRICE, s);
  const perM = number(PRICE_PER_M);
  const places = given(PLACES);
  const place = field(slot, AT_PLACE);
  const rowV = place * places;
  const open = field(slot, OPEN);
  const last = field(slot, LAST);
  const duration = field(slot, ON_SITE);
  const ease = field(slot, EASE);
  const easeAtLeast = ease > -NEVER ? ease : NEVER;
  const hasReach = byteAt(P_HAS_REACH, s) == 1;
  const isExact = byteAt(P_EXACT, s) == 1;
  // A delay may shrink on the way where driving changes with the hour.
  const rate = given(SLICES) > 0 || intAt(P_IS_SPLIT, s) == 1 ? 0 : floatAt(P_SOFT_RATE, s);
  const changes = given(SLICES) > 0;
  let least = number(FOUND_PRICE);
  let before = beforeOf(s);
  let at = cellOf(s, 0);
  let from = field(at, PLACE);
  for (let p = 0; p <= n; p++) {
    const free = field(at, FREE);
    if (free - before > last) return;
    const next = at + CELL_BYTES;
    const to = field(next, PLACE);
    const latest = field(next, LATEST);
    if (open + duration <= latest) {
      let price = base + <f64>(travelBack(rowV + from) + travelSec(rowV + to) - field(at, LEG_SEC)) * secPrice;
      if (perM > 0) price += <f64>(travelMBack(rowV + from) + travelM(rowV + to) - field(at, LEG_M)) * perM;
      if (hasSites) price += siteAdded(v, s, p, place, p == 0 ? field(line, FROM) : from, to);
      if (price < least) {
        const begun = max(max(free, arriveAt(from * places + place, free - before)), open);
        const left = begun + duration;
        const arrive = arriveAt(rowV + to, left);
        const ready = p < n ? arrive : max(left, arrive - field(line, AFTER));
        if (changes) {
          const legNow = n == 0 ? 0 : field(at, LEG_NOW);
          price += <f64>(arriveAt(from * places + place, free) - free + arrive - left - legNow - (travelBack(rowV + from) + travelSec(rowV + to) - field(at, LEG_SEC))) * secPrice;
        }
        const soft = field(next, SOFT);
        const beyond = max(begun - easeAtLeast, soft > -NEVER ? ready - soft : 0);
        if (
          begun <= last &&
          ready <= latest &&
          price < least &&
          (beyond <= 0 || price + <f64>beyond * rate < least) &&
          (!hasReach || staysWithinReach(v, s, p))
        ) {
          price += pricedOnLanes(v, s, p, least - price);
          if (price < least && !(isExact && skips())) {
            least = price;
            setNumber(FOUND_PRICE, price);
            setGiven(FOUND_POSITION, p);
          }
        }
      }
    }
    before = 0;
    from = to;
    at = next;
  }
}

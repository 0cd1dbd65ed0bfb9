export { chooseNear, chooseOfAll, chooseOn } from './choose';
export { findMoments, findTakers } from './linked';
export { pricedAt } from './price';
export { insertVisit, refresh } from './refresh';
export { scanPositions } from './scan';

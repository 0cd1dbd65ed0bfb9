export { chooseNear, chooseOfAll, chooseOn } from './choose';
export { findMoments, findTakers } from './linked';
export { pricedAt } from './price';
export { insertUsual, refreshUsual, sumUp } from './refresh';
export { scanPositions } from './scan';

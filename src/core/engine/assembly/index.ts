export { chooseNear, chooseOfAll, chooseOn } from './choose';
export { pricedAt } from './price';
export { insertUsual, refreshUsual, sumUp } from './refresh';
export { scanPositions } from './scan';

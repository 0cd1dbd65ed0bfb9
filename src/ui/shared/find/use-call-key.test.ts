import { callFrom } from './use-call-key';

describe('a call from anywhere', () => {
  it.each([
    ['/plan', '?selected=visit:v-7', 'of=v-7'],
    ['/plan', '?selected=visit:v-7/2', 'of=v-7'],
    ['/plan', '?selected=person:p', ''],
    ['/set-up/sites/site-3', '', 'site=site-3'],
    ['/set-up/sites/new', '', ''],
    ['/work/assets/a', '', 'asset=a'],
    ['/work/requests/r', '', 'request=r'],
    ['/work/orders/o', '', 'like=o'],
    ['/work', '', ''],
  ])('%s%s begins with "%s"', (path, search, wanted) => expect(callFrom(path, search)).toBe(wanted));
});

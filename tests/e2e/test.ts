import { type BrowserContext, test as base } from '@playwright/test';

export { type BrowserContext, expect, type Locator, type Page } from '@playwright/test';

/** As Playwright's own, and no page may break: an error that nothing catches fails the test in which it came up. */
export const test = base.extend<{ unbroken: undefined }>({
  unbroken: [
    async ({ browser, context }, use) => {
      const broken: string[] = [];
      const watch = (watched: BrowserContext): BrowserContext =>
        watched.on('weberror', (e) =>
          broken.push(`${e.page()?.url()}: ${e.error().stack ?? e.error().message}`),
        );
      watch(context);
      const make = browser.newContext.bind(browser);
      browser.newContext = async (options) => watch(await make(options));
      await use(undefined);
      browser.newContext = make;
      base.expect(broken, 'errors that nothing caught').toEqual([]);
    },
    { auto: true },
  ],
});

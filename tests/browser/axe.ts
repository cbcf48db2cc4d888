// Accessibility rules that a program can check: WCAG 2.0 to 2.2, A and AA, on the page as it is.
import axe from 'axe-core';
import type { WebDriver } from 'selenium-webdriver';

/**
 * What is wrong on the page, in words; an empty list where nothing is.
 * @param scheme in dark only colours are looked at: all else is as in light
 */
export async function violations(driver: WebDriver, scheme = 'light'): Promise<string[]> {
  const runOnly =
    scheme === 'dark'
      ? { type: 'rule', values: ['color-contrast', 'link-in-text-block'] }
      : { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] };
  // Pages live on while another piece is opened, and it with them.
  if (!(await driver.executeScript('return Boolean(window.axe)'))) await driver.executeScript(axe.source);
  const found = (): Promise<string[]> =>
    driver.executeAsyncScript(
      `const [runOnly, done] = arguments;
       axe.run(document, { runOnly, resultTypes: ['violations'] })
         .then(({ violations }) => done(violations.flatMap((v) => v.nodes.map((n) =>
           v.id + ' at ' + n.target.join(' ') + ': ' + (n.any[0] ?? n.all[0] ?? n.none[0])?.message +
           ' ' + n.html.slice(0, 200)))));`,
      runOnly,
    );
  const first = await found();
  if (!first.length) return first;
  // A page that changes while it is looked at mixes what was with what is: a fault is what is there twice.
  const again = await found();
  return first.filter((fault) => again.includes(fault));
}

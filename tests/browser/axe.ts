// Accessibility rules that a program can check: WCAG 2.0 to 2.2, A and AA, on the page as it is.
import axe from 'axe-core';
import type { WebDriver } from 'selenium-webdriver';

/** What is wrong on the page, in words; an empty list where nothing is. */
export async function violations(driver: WebDriver): Promise<string[]> {
  await driver.executeScript(axe.source);
  return driver.executeAsyncScript(
    `const done = arguments[arguments.length - 1];
     axe.run(document, { runOnly: { type: 'tag', values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'] } })
       .then(({ violations }) => done(violations.flatMap((v) => v.nodes.map((n) =>
         v.id + ' at ' + n.target.join(' ') + ': ' + (n.any[0] ?? n.all[0] ?? n.none[0])?.message + ' ' + n.html.slice(0, 200)))));`,
  );
}

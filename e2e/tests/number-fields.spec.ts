import type { Page } from '@playwright/test';
import { expect, reset, test } from '../fixtures.ts';
import { goTo, MONEY_SCREENS, OTHERS, settled } from '../screens.ts';
import { NO_NUMBERS, writingsOf, type NumberField } from '../writings.ts';

/* Every number field on every screen, in forty ways of writing the very number that stands in it: nothing changes by that. */

const FIELDS = '.number input:not([disabled])';

/** The number fields that are seen and hold a number. */
const fieldsOf = (page: Page): Promise<NumberField[]> =>
  page.evaluate(
    (selector) =>
      [...document.querySelectorAll<HTMLInputElement>(selector)]
        .filter((input) => input.checkVisibility() && input.value !== '')
        .map((input) => ({
          label: input.getAttribute('aria-label') ?? '',
          value: input.value,
          behind: input.closest('.n-input')?.querySelector('.n-input__suffix')?.textContent?.trim() ?? '',
        })),
    FIELDS,
  );

/** Types texts into a field one after another and leaves it each time: what stands there then, and whether it is said to be wrong. */
const typeInto = (page: Page, label: string, texts: readonly string[]): Promise<[string, boolean][]> =>
  page.evaluate(
    async ([selector, name, all]) => {
      const input = [...document.querySelectorAll<HTMLInputElement>(selector)].find(
        (each) => each.getAttribute('aria-label') === name && each.checkVisibility() && each.value !== '',
      );
      if (!input) throw new Error(`no field ${name}`);
      const write = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set;
      const out: [string, boolean][] = [];
      for (const text of all) {
        write?.call(input, text);
        input.dispatchEvent(new InputEvent('input', { bubbles: true }));
        input.dispatchEvent(new FocusEvent('blur'));
        await new Promise((done) => setTimeout(done));
        out.push([input.value, input.getAttribute('aria-invalid') === 'true']);
      }
      return out;
    },
    [FIELDS, label, [...texts]] as const,
  );

test('every number field takes its number in forty ways of writing, and keeps what it cannot read', async ({
  clean: page,
  request,
}) => {
  await reset(request);
  const kept = async () => (await (await request.get('/api/workspace')).json()) as object;
  const before = await kept();
  await page.goto(`/${MONEY_SCREENS[0]}`);
  let count = 0;
  for (const screen of [...MONEY_SCREENS, ...OTHERS])
    await test.step(screen, async () => {
      await goTo(page, screen);
      await settled(page, screen);
      for (const field of await fieldsOf(page)) {
        const texts = writingsOf(field);
        expect(new Set(texts).size, field.label).toBeGreaterThanOrEqual(40);
        const read = await typeInto(page, field.label, texts);
        const wrong = texts.filter((_, n) => read[n][0] !== field.value || read[n][1]);
        expect(wrong, `${screen}: ${field.label} (${field.value})`).toEqual([]);
        expect(await typeInto(page, field.label, NO_NUMBERS)).toEqual(NO_NUMBERS.map((text) => [text, true]));
        expect(await typeInto(page, field.label, [field.value])).toEqual([[field.value, false]]);
        count += 1;
      }
    });
  expect(count).toBeGreaterThan(40);
  expect(await kept()).toEqual(before);
});

import { expect, newBench, test, type Bench } from './studio.ts';

/** So many bars of sixteenths, put on a bench of its own through the server. */
const openLong = async (bench: Bench, bars: number): Promise<void> => {
  const id = await bench.page.evaluate(async (count) => {
    const strokes = Array.from({ length: count * 16 }, (_, slot) => ({
      id: `s${slot}`,
      at: slot * 210,
      string: [5, 3, 4, 2, 5, 3, 4, 1][slot % 8],
    }));
    const pattern = {
      name: 'Long weir',
      metre: { beats: 4, unit: 4 },
      bars: count,
      subdivision: 4,
      tempo: 60,
      cyclic: true,
      school: 'one-per-string',
      instrument: { tuning: 'standard', pitches: [40, 45, 50, 55, 59, 64], capo: 0, frets: 21 },
      voicing: { chord: 'C', frets: [null, 3, 2, 0, 1, 0] },
      strokes,
    };
    const answer = await fetch('/api/patterns', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ pattern }),
    });
    return ((await answer.json()) as { id: string }).id;
  }, bars);
  await bench.page.goto(`/patterns/${id}`);
  await bench.judged();
};

const nodes = (bench: Bench): Promise<number> =>
  bench.page.evaluate(() => document.querySelectorAll('.threads *').length);

/** What a key changes in the drawing: systems touched, and elements that came, went or changed. */
const touchedBy = (bench: Bench, key: string): Promise<{ systems: number; elements: number }> =>
  bench.page.evaluate(async (pressed) => {
    const threads = document.querySelector('.threads') as HTMLElement;
    const records: MutationRecord[] = [];
    const observer = new MutationObserver((found) => records.push(...found));
    observer.observe(threads, { subtree: true, childList: true, attributes: true, characterData: true });
    window.dispatchEvent(new KeyboardEvent('keydown', { key: pressed, bubbles: true }));
    const judged = (): boolean => threads.getAttribute('data-judged') === 'yes';
    do await new Promise((resolve) => requestAnimationFrame(resolve));
    while (!judged());
    await new Promise((resolve) => requestAnimationFrame(resolve));
    records.push(...observer.takeRecords());
    observer.disconnect();
    const elements = records.map(({ target }) => (target instanceof Element ? target : target.parentElement));
    const systems = new Set(elements.map((one) => one?.closest('.threads-system')).filter(Boolean));
    return { systems: systems.size, elements: new Set(elements).size };
  }, key);

test.describe('what is drawn does not grow with the pattern', () => {
  // Ceilings as counted when they were set, with a little room: counts, not times.
  test('1,000 strokes: only the systems in sight, and an edit touches only its own', async ({ bench }) => {
    await openLong(bench, 63);
    expect(await nodes(bench)).toBeLessThan(1200);
    const arrow = await touchedBy(bench, 'ArrowRight');
    expect(arrow.systems).toBe(0);
    expect(arrow.elements).toBeLessThan(6);
    const edit = await touchedBy(bench, 'm');
    expect(edit.systems).toBeLessThan(3);
    expect(edit.elements).toBeLessThan(40);
  });

  test('scrolled down, what comes in sight is drawn', async ({ bench }) => {
    await openLong(bench, 63);
    await expect(bench.page.getByText('bar 63', { exact: true })).toBeHidden();
    await bench.press('End');
    await bench.page.locator('.bench-main').evaluate((main) => main.scrollTo(0, main.scrollHeight));
    await expect(bench.page.getByText(/^bar 6[1-3]$/).first()).toBeVisible();
    await expect(bench.page.locator('[data-stroke="s1007"]')).toBeVisible();
  });
});

test.describe('the pointer', () => {
  test('Escape lets go of a dragged token', async ({ bench }) => {
    await bench.click(0, 5);
    const before = await bench.strokes();
    const [from, to] = [await bench.pointAt(0, 5), await bench.pointAt(4, 3)];
    await bench.page.mouse.move(from.x, from.y);
    await bench.page.mouse.down();
    await bench.page.mouse.move(to.x, to.y, { steps: 4 });
    await bench.press('Escape');
    await bench.page.mouse.up();
    expect(await bench.strokes()).toEqual(before);
  });

  test('a finger that scrolls lays nothing, one that taps does', async ({ browser }) => {
    const context = await browser.newContext({ hasTouch: true });
    const bench = await newBench(await context.newPage());
    const { x, y } = await bench.pointAt(4, 3);
    const touch = await context.newCDPSession(bench.page);
    const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', at: number): Promise<unknown> =>
      touch.send('Input.dispatchTouchEvent', { type, touchPoints: type === 'touchEnd' ? [] : [{ x, y: at }] });
    await send('touchStart', y);
    for (let step = 1; step <= 6; step += 1) await send('touchMove', y - step * 12);
    await send('touchEnd', y);
    expect(await bench.strokes()).toEqual([]);
    await bench.page.touchscreen.tap(x, y);
    await expect.poll(() => bench.strokes()).toHaveLength(1);
    await context.close();
  });
});

import { GENERATORS, readFigure, realise, valueOrThrow, writeMidi, writeMusicXml } from '@fleet-wren/core';
import { expect, openStudio, test, violations } from './studio.ts';

test.describe('generators', () => {
  for (const { key, name } of GENERATORS)
    test(`${name}: a form with a live preview, taken to the bench`, async ({ page }) => {
      await openStudio(page);
      await page.goto(`/patterns/make?figure=${key}`);
      const preview = page.locator('.make-preview');
      await expect(preview.locator('[data-stroke]').first()).toBeVisible();
      await expect(preview).toContainText(/to mend\./);
      const strokes = await preview.locator('[data-stroke]').count();
      await page.getByRole('button', { name: 'Take it to the bench' }).click();
      await expect(page.locator('.threads')).toHaveAttribute('data-judged', 'yes');
      await expect(page.locator('.threads [data-stroke]')).toHaveCount(strokes);
    });

  test('the preview follows the form, plays, and says why something cannot be', async ({ page }) => {
    await openStudio(page);
    await page.getByRole('link', { name: 'From a figure' }).click();
    await page.getByRole('link', { name: 'Even spread' }).click();
    const preview = page.locator('.make-preview');
    await expect(preview.locator('[data-stroke]')).toHaveCount(3);
    await page.getByLabel('Strokes', { exact: true }).fill('5');
    await expect(preview.locator('[data-stroke]')).toHaveCount(5);
    await page.getByRole('button', { name: 'Play' }).click();
    await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
    await page.getByRole('button', { name: 'Stop' }).click();
    await page.getByLabel('Strokes', { exact: true }).fill('20');
    await expect(page.getByRole('alert')).toContainText('8 steps hold at most 8');
    await expect(page.getByRole('button', { name: 'Take it to the bench' })).toBeDisabled();
    expect(await violations(page)).toEqual([]);
  });
});

test('the shelf: a standard figure is looked at, counted and copied', async ({ page }) => {
  await openStudio(page);
  await page.getByRole('link', { name: 'Shelf', exact: true }).click();
  await page.getByRole('button', { name: 'Three, three, two' }).click();
  await expect(page.locator('.counts-aloud')).toHaveText('1 & 2 & 3 & 4 &');
  await expect(page.getByText(/nothing to mend/)).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: 'Take a copy to the bench' }).click();
  await expect(page.getByLabel('Name of the pattern')).toHaveValue('Three, three, two');
});

test.describe('transforms and marks', () => {
  test('a transform shows its effect before it is applied, and is one step of undo', async ({ bench }) => {
    const { page } = bench;
    for (const [slot, string] of [
      [0, 5],
      [1, 3],
      [2, 2],
      [3, 1],
    ] as const)
      await bench.click(slot, string);
    const before = await bench.strokes();
    await page.getByRole('button', { name: 'Work on it' }).click();
    await page.getByRole('button', { name: 'Vary …' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByRole('button', { name: 'Backwards' }).first().click();
    await expect(dialog.locator('[data-stroke]').first()).toHaveAttribute('aria-label', 'string 1');
    expect(await bench.page.locator('.bench [data-stroke]').first().getAttribute('aria-label')).toBe(before[0]);
    await dialog.getByRole('button', { name: 'A string lower' }).click();
    await dialog.getByRole('button', { name: 'A string lower' }).last().click();
    await expect(dialog).toBeHidden();
    expect((await bench.strokes())[0]).toContain('string 6');
    await bench.press('Control+z');
    expect(await bench.strokes()).toEqual(before);
  });

  test('marks by key: slur, damp, ring, harmonic, loudness; each shown and said', async ({ bench }) => {
    for (const slot of [0, 2, 4, 6]) await bench.click(slot, 3);
    await bench.click(2, 3);
    await bench.press('h');
    await bench.click(4, 3);
    await bench.press('x', 'g');
    await bench.click(6, 3);
    await bench.press('n', '-');
    const strokes = await bench.strokes();
    expect(strokes[1]).toBe('beat 1 &, string 3, hammer-on');
    expect(strokes[2]).toContain('damped, let ring');
    expect(strokes[3]).toContain('natural harmonic at 12');
    await expect(bench.page.locator('.threads .slur')).toHaveCount(1);
    await expect(bench.page.getByLabel('Chosen stroke').getByLabel('Marks')).toBeVisible();
  });

  test('a stroke bound to the bass follows the chord, and its role is shown', async ({ bench }) => {
    await bench.click(0, 5);
    await bench.page
      .getByLabel('Chosen stroke')
      .locator('select')
      .first()
      .selectOption({ label: 'the chord’s bass (string 5)' });
    await expect(bench.page.locator('.mark-role')).toHaveText('B');
    await bench.choose('Chord', 'G');
    expect(await bench.strokes()).toEqual(['beat 1, string 6, thumb, bass']);
    await bench.press('Control+z');
    expect(await bench.strokes()).toEqual(['beat 1, string 5, thumb, bass']);
  });

  test('selection: rectangle, move together, copy and paste, cut, beats in and out', async ({ bench }) => {
    const { page } = bench;
    for (const [slot, string] of [
      [0, 5],
      [1, 3],
      [2, 2],
    ] as const)
      await bench.click(slot, string);
    const from = await bench.pointAt(0, 1);
    const to = await bench.pointAt(1, 6);
    await page.keyboard.down('Shift');
    await page.mouse.move(from.x - 18, from.y);
    await page.mouse.down();
    await page.mouse.move(to.x + 12, to.y, { steps: 4 });
    await page.mouse.up();
    await page.keyboard.up('Shift');
    await expect(page.locator('[data-selected]')).toHaveCount(2);
    await bench.press('Shift+ArrowUp');
    expect((await bench.strokes()).map((stroke) => stroke.slice(0, 20))).toEqual([
      'beat 1, string 4, th',
      'beat 1 e, string 2, ',
      'beat 1 &, string 2, ',
    ]);
    await bench.press('Control+c', 'Escape');
    await bench.click(8, 6 - 1);
    await bench.press('Delete', 'Control+v');
    expect(await bench.strokes()).toHaveLength(5);
    await bench.press('Control+x');
    expect(await bench.strokes()).toHaveLength(3);
    await bench.press('Home', 'Insert');
    await expect(page.getByLabel('Metre', { exact: true })).toHaveValue('5/4');
    expect((await bench.strokes())[0]).toContain('beat 2, string 4');
    await bench.press('Control+Delete');
    await expect(page.getByLabel('Metre', { exact: true })).toHaveValue('4/4');
  });

  test('a beat is cut in its own parts', async ({ bench }) => {
    await bench.click(12, 3);
    await bench.page.locator('.beat-choice select').selectOption('6');
    await expect(bench.page.locator('.threads .count')).toHaveCount(18);
    await bench.click(13, 2);
    expect((await bench.strokes())[1]).toContain('string 2');
  });
});

test('the drill grid: every combination, next to learn, plays, opens, goes to a set', async ({ bench }) => {
  const { page } = bench;
  for (const [slot, string] of [
    [0, 5],
    [1, 3],
    [2, 2],
    [3, 3],
    [4, 5],
    [5, 3],
    [6, 2],
    [7, 3],
    [8, 5],
    [9, 3],
    [10, 2],
    [11, 3],
    [12, 5],
    [13, 3],
    [14, 2],
    [15, 3],
  ] as const)
    await bench.click(slot, string);
  await bench.saved();
  await page.getByRole('link', { name: 'Drills' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('8 drills');
  await expect(page.getByText('Learn next:')).toContainText('the easiest');
  const first = page.getByRole('article').first();
  await first.getByRole('button', { name: /^Play/ }).click();
  await expect(first.getByRole('button', { name: /^Stop/ })).toBeVisible();
  await first.getByRole('button', { name: /^Stop/ }).click();
  await first.getByRole('button', { name: 'known' }).click();
  await expect(page.getByText('Learn next:')).toContainText('the smallest change from what is known');
  expect(await violations(page)).toEqual([]);
  await page.getByLabel('As tabs').selectOption({ label: 'Direction' });
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('24 drills');
  for (const box of [0, 1]) await page.getByRole('checkbox').nth(box).check();
  await page.getByLabel('Name of the set').fill('Thursday');
  await page.getByRole('button', { name: 'Take them to the set' }).click();
  await page.getByRole('button', { name: 'Show them' }).click();
  await expect(page.getByRole('listitem')).toHaveCount(2);
  await expect(page.getByLabel('Any tag')).toHaveValue('Thursday');
});

test('the hardest spots alone are offered and kept', async ({ bench }) => {
  const { page } = bench;
  for (const [slot, string] of [
    [0, 5],
    [1, 3],
    [2, 2],
    [3, 1],
    [4, 5],
    [5, 1],
    [6, 3],
    [7, 2],
  ] as const)
    await bench.click(slot, string);
  await page.getByRole('button', { name: 'Work on it' }).click();
  await page.getByRole('button', { name: 'Hardest spots alone …' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('button', { name: /^From string \d to \d, as on .*, alone\.$/ }).first()).toBeVisible();
  await dialog.getByRole('button', { name: 'Open this one' }).click();
  await expect(page.getByLabel('Name of the pattern')).toHaveValue(/New pattern: strings \d and \d/);
});

test('versions: one is kept by name, looked at beside now, and brought back', async ({ bench }) => {
  const { page } = bench;
  await bench.click(0, 5);
  await bench.saved();
  await page.getByRole('button', { name: 'Work on it' }).click();
  await page.getByRole('button', { name: 'Versions …' }).click();
  await page.getByLabel('Name of this version').fill('one stroke');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByRole('button', { name: /^one stroke,/ })).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).click();
  await bench.click(4, 4);
  await bench.saved();
  await page.getByRole('button', { name: 'Work on it' }).click();
  await page.getByRole('button', { name: 'Versions …' }).click();
  await page.getByRole('button', { name: /^one stroke,/ }).click();
  await expect(page.getByText('They differ in strokes.')).toBeVisible();
  await page.getByRole('button', { name: 'Bring this one back' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  expect(await bench.strokes()).toEqual(['beat 1, string 5, thumb']);
  await bench.press('Control+z');
  expect(await bench.strokes()).toHaveLength(2);
});

test('tags: put on, found by, and taken off', async ({ bench }) => {
  const { page } = bench;
  await bench.click(0, 5);
  await page.getByRole('button', { name: 'Work on it' }).click();
  await page.getByRole('button', { name: 'Tags and sets …' }).click();
  await page.getByLabel('New tag').fill('warm-ups');
  await page.getByRole('button', { name: 'Add' }).click();
  await page.getByRole('button', { name: 'Close' }).click();
  await bench.saved();
  await page.getByRole('link', { name: 'Patterns' }).click();
  await page.getByLabel('Any tag').selectOption({ label: 'warm-ups (1)' });
  await expect(page.getByRole('listitem')).toHaveCount(1);
  await page.getByLabel('Any digits').selectOption({ label: 'pick alone' });
  await expect(page.getByText('No pattern is like that yet.')).toBeVisible();
  await page.getByRole('button', { name: 'all' }).click();
  await expect(page.getByRole('listitem')).toHaveCount(1);
  expect(await violations(page)).toEqual([]);
});

test.describe('files made elsewhere are shown before anything is stored', () => {
  const pattern = valueOrThrow(
    readFigure('6 3 2 1 2 3', { name: 'Weir song', subdivision: 3, chord: 'Em', wholeBeats: true }),
  ).pattern;
  const digits = ['p', 'i', 'm', 'a', 'm', 'i'] as const;

  test('MusicXML, MIDI with its strings as a guess, tablature with a sign that is not known', async ({ page }) => {
    await openStudio(page);
    await page.getByRole('link', { name: 'Bring in' }).click();
    const file = page.getByLabel('File to bring in');
    await file.setInputFiles({
      name: 'weir.musicxml',
      mimeType: 'application/xml',
      buffer: Buffer.from(writeMusicXml(realise(pattern), digits)),
    });
    await expect(page.locator('.preview [data-stroke]')).toHaveCount(6);
    await expect(page.getByText('Strings are a guess')).toBeHidden();
    await file.setInputFiles({
      name: 'weir.mid',
      mimeType: 'audio/midi',
      // As another program would write it: without our word on the strings.
      buffer: Buffer.from(
        Buffer.from(writeMidi(realise(pattern)))
          .toString('latin1')
          .replace('A channel', 'B channel'),
        'latin1',
      ),
    });
    await expect(page.getByText('Strings are a guess where the file does not say them.')).toBeVisible();
    await page
      .getByLabel('Tablature to paste')
      .fill(['e|---0---?|', 'B|-1---1--|', 'G|0---0---|', 'D|--------|', 'A|3-------|', 'E|--------|'].join('\n'));
    await page.getByRole('button', { name: 'Read what is pasted' }).click();
    await expect(page.getByText('Line 1, column 10: the sign “?” is not known and was left out.')).toBeVisible();
    expect(await violations(page)).toEqual([]);
    await page.getByRole('link', { name: 'All patterns' }).click();
    await expect(page.getByText('Make the first pattern')).toBeVisible();
  });

  test('a score with two parts and a repeat: another part, some bars, repeats as played, the whole as a song', async ({
    page,
  }) => {
    const note = (string: number, fret: number, step: string, octave: number): string =>
      `<note><pitch><step>${step}</step><octave>${octave}</octave></pitch><duration>2</duration><notations><technical><string>${string}</string><fret>${fret}</fret></technical></notations></note>`;
    const bar = (more = '', end = ''): string =>
      `<measure>${more}${note(5, 3, 'C', 3)}${note(3, 0, 'G', 3)}${end}</measure>`;
    const first =
      '<attributes><divisions>1</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes>';
    const repeat = '<barline location="right"><repeat direction="backward"/></barline>';
    const score = `<score-partwise><part-list><score-part id="a"><part-name>Guitar</part-name></score-part><score-part id="b"><part-name>Second guitar</part-name></score-part></part-list><part id="a">${bar(first)}${bar('', repeat)}${bar()}</part><part id="b">${bar(first)}${bar()}${bar()}</part></score-partwise>`;
    await openStudio(page);
    await page.goto('/patterns/bring-in');
    await page
      .getByLabel('File to bring in')
      .setInputFiles({ name: 'two.musicxml', mimeType: 'application/xml', buffer: Buffer.from(score) });
    await expect(page.getByText('Read as a score: 3 bars, one repeat')).toBeVisible();
    const strokes = page.locator('.preview [data-stroke]');
    await expect(strokes).toHaveCount(6);
    await page.getByLabel('Repeats').selectOption('as often as played');
    await expect(strokes).toHaveCount(10);
    await page.getByLabel('From bar').fill('3');
    await page.getByLabel('From bar').press('Enter');
    await expect(strokes).toHaveCount(2);
    await page.getByLabel('Part').selectOption('Second guitar, 6 notes');
    await expect(page.getByText('Read as a score: 3 bars', { exact: true })).toBeVisible();
    expect(await violations(page)).toEqual([]);
    await page.getByLabel('Part').selectOption('Guitar, 6 notes');
    await page.getByRole('button', { name: 'Keep the whole as a song' }).click();
    await expect(page.getByText('a minute is the ceiling')).toBeVisible();
  });

  test('what cannot be read is refused with its place: cut-off MIDI, an entity bomb, a huge file', async ({ page }) => {
    await openStudio(page);
    await page.goto('/patterns/bring-in');
    const bomb = '<!DOCTYPE x [<!ENTITY a "ha"><!ENTITY b "&a;&a;&a;&a;">]><score-partwise>&b;</score-partwise>';
    const files: readonly [string, Buffer, RegExp][] = [
      ['cut.mid', Buffer.from(writeMidi(realise(pattern))).subarray(0, 60), /cannot be read at byte \d+/],
      ['bomb.musicxml', Buffer.from(bomb), /cannot be read at line 1, column \d+: undefined entity/],
      ['packed.mxl', Buffer.from('PK\u0003\u0004'), /cannot be opened/],
      ['song.abc', Buffer.from('X:1\nK:C\nCDEF'), /ABC notation is not read/],
      ['huge.mid', Buffer.alloc(9_000_000, ' '), /9 MB/],
    ];
    for (const [name, buffer, words] of files) {
      await page.getByLabel('File to bring in').setInputFiles({ name, mimeType: 'application/octet-stream', buffer });
      await expect(page.getByRole('alert')).toHaveText(words);
    }
  });
});

test('the account: the password is changed, another place is signed out', async ({ page, browser }) => {
  await openStudio(page);
  const { email } = (await (await page.request.get('/api/auth/me')).json()) as { readonly email: string };
  const phone = await (await browser.newContext()).newPage();
  const answer = await phone.request.post('/api/auth/sign-in', { data: { email, password: 'a password long enough' } });
  expect(answer.ok()).toBe(true);
  await page.goto('/set-up/account');
  const sessions = page.getByRole('list', { name: 'Where you are signed in' }).getByRole('listitem');
  await expect(sessions).toHaveCount(2);
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: 'Sign out there' }).click();
  await expect(sessions).toHaveCount(1);
  expect((await phone.request.get('/api/auth/me')).status()).toBe(401);
  await page.getByLabel('The password until now').fill('not the one');
  await page.getByLabel('The new one').fill('four herons over the weir');
  await page.getByRole('button', { name: 'Change it' }).click();
  await expect(page.getByRole('alert')).toBeVisible();
  await page.getByLabel('The password until now').fill('a password long enough');
  await page.getByRole('button', { name: 'Change it' }).click();
  await expect(page.getByText('The password is changed.')).toBeVisible();
});

test('a forgotten password: codes made in Set-up open the studio once, with a new password', async ({
  page,
  browser,
}) => {
  await openStudio(page);
  const { email } = (await (await page.request.get('/api/auth/me')).json()) as { readonly email: string };
  await page.goto('/set-up/account');
  await expect(page.getByText('You have none')).toBeVisible();
  const section = page.locator('section', { has: page.getByRole('heading', { name: 'Recovery codes' }) });
  await section.getByLabel('Your password').fill('a password long enough');
  await page.getByRole('button', { name: 'Make eight codes' }).click();
  const codes = page.getByRole('list', { name: 'Recovery codes' }).getByRole('listitem');
  await expect(codes).toHaveCount(8);
  expect(await violations(page)).toEqual([]);
  const code = (await codes.first().textContent()) ?? '';

  const elsewhere = await (await browser.newContext()).newPage();
  await elsewhere.goto('/');
  await elsewhere.getByRole('link', { name: 'The password is forgotten' }).click();
  await elsewhere.getByLabel('E-mail').fill(email);
  await elsewhere.getByLabel('One of your recovery codes').fill('abcd-efgh-jkmn-pqrs');
  await elsewhere.getByLabel('The new password').fill('otters under the old mill');
  await elsewhere.getByRole('button', { name: 'Sign in with it' }).click();
  await expect(elsewhere.getByRole('alert')).toContainText('Each is good once');
  expect(await violations(elsewhere)).toEqual([]);
  await elsewhere.getByLabel('One of your recovery codes').fill(code);
  await elsewhere.getByRole('button', { name: 'Sign in with it' }).click();
  await expect(elsewhere.getByRole('heading', { name: 'Desk' })).toBeVisible();
  expect((await page.request.get('/api/auth/me')).status()).toBe(401);
});

import { say, sayMessage } from '@fleet-wren/wording';
import {
  GENERATORS,
  parseStringNotation,
  flattenScore,
  valueOrThrow,
  exportMidi,
  exportMusicXml,
} from '@fleet-wren/core';
import { expect, openStudio, test, violations } from './studio.ts';

test.describe('generators', () => {
  for (const { key, name } of GENERATORS)
    test(`${sayMessage(name)}: a form with a live preview, taken to the bench`, async ({ page }) => {
      await openStudio(page);
      await page.goto(`/patterns/generate?figure=${key}`);
      const preview = page.locator('.make-preview');
      await expect(preview.locator('[data-stroke]').first()).toBeVisible();
      await expect(preview).toContainText(/no problems|issues?\./);
      const strokes = await preview.locator('[data-stroke]').count();
      await page.getByRole('button', { name: say('common.open-as-new-pattern') }).click();
      await expect(page.locator('.threads')).toHaveAttribute('data-judged', 'yes');
      await expect(page.locator('.threads [data-stroke]')).toHaveCount(strokes);
    });

  test('the preview follows the form, plays, and says why something cannot be', async ({ page }) => {
    await openStudio(page);
    await page.getByRole('link', { name: say('patterns.generate'), exact: true }).click();
    await page.getByRole('link', { name: say('generator.even-spread.name') }).click();
    const preview = page.locator('.make-preview');
    await expect(preview.locator('[data-stroke]')).toHaveCount(3);
    await page.getByLabel(say('generator.even-spread.notes.label'), { exact: true }).fill('5');
    await expect(preview.locator('[data-stroke]')).toHaveCount(5);
    await page.getByRole('button', { name: say('common.play') }).click();
    await expect(page.getByRole('button', { name: say('common.stop') })).toBeVisible();
    await page.getByRole('button', { name: say('common.stop') }).click();
    await page.getByLabel(say('generator.even-spread.notes.label'), { exact: true }).fill('20');
    await expect(page.getByRole('alert')).toContainText('8 steps hold at most 8');
    await expect(page.getByRole('button', { name: say('common.open-as-new-pattern') })).toBeDisabled();
    expect(await violations(page)).toEqual([]);
  });
});

test('the shelf: a standard figure is looked at, counted and copied', async ({ page }) => {
  await openStudio(page);
  await page.getByRole('link', { name: say('common.pattern-library'), exact: true }).click();
  await page.getByRole('button', { name: say('library.three-three-two.name') }).click();
  await expect(page.locator('.counts-aloud')).toHaveText('1 & 2 & 3 & 4 &');
  await expect(page.getByText(/no problems/)).toBeVisible();
  expect(await violations(page)).toEqual([]);
  await page.getByRole('button', { name: say('common.open-as-new-pattern') }).click();
  await expect(page.getByLabel(say('bench.pattern-name'))).toHaveValue(say('library.three-three-two.name'));
});

test.describe('transforms and marks', () => {
  test('a transform shows its effect before it is applied, and is one step of undo', async ({ bench }) => {
    const { page } = bench;
    await bench.put('5 3 2 1');
    const before = await bench.strokes();
    await page.getByRole('button', { name: say('common.edit') }).click();
    await page.getByRole('button', { name: say('bench.vary-more') }).click();
    const dialog = page.getByRole('dialog');
    await dialog
      .getByRole('button', { name: say('transform.reverse.name') })
      .first()
      .click();
    await expect(dialog.locator('[data-stroke]').first()).toHaveAttribute('aria-label', 'string 1');
    expect(await bench.page.locator('.bench [data-stroke]').first().getAttribute('aria-label')).toBe(before[0]);
    await dialog.getByRole('button', { name: say('transform.lower.name') }).click();
    await dialog
      .getByRole('button', { name: say('transform.lower.name') })
      .last()
      .click();
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
    await bench.click(0, 3);
    await bench.press('w', 'v');
    const strokes = await bench.strokes();
    expect(strokes[1]).toBe('beat 1 &, string 3, hammer-on');
    expect(strokes[0]).toContain('with vibrato, bent half step');
    expect(strokes[2]).toContain('palm muted, let ring');
    expect(strokes[3]).toContain('natural harmonic at fret 12');
    await expect(bench.page.locator('.threads .slur')).toHaveCount(1);
    await expect(bench.page.getByLabel(say('bench.selected-note')).getByLabel(say('bench.articulation'))).toBeVisible();
  });

  test('a stroke bound to the bass follows the chord, and its role is shown', async ({ bench }) => {
    await bench.click(0, 5);
    await bench.page
      .getByLabel(say('bench.selected-note'))
      .locator('select')
      .first()
      .selectOption({ label: 'bass note of the chord (string 5)' });
    await expect(bench.page.locator('.mark-role')).toHaveText(say('parts.b1'));
    await bench.choose(say('bench.chord'), 'G');
    expect(await bench.strokes()).toEqual(['beat 1, string 6, thumb, bass note of the chord']);
    await bench.press('Control+z');
    expect(await bench.strokes()).toEqual(['beat 1, string 5, thumb, bass note of the chord']);
  });

  test('selection: rectangle, move together, copy and paste, cut, beats in and out', async ({ bench }) => {
    const { page } = bench;
    await bench.put('5 3 2');
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
    await expect(page.getByLabel(say('bench.time-signature'), { exact: true })).toHaveValue('5/4');
    expect((await bench.strokes())[0]).toContain('beat 2, string 4');
    await bench.press('Control+Delete');
    await expect(page.getByLabel(say('bench.time-signature'), { exact: true })).toHaveValue('4/4');
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
  await bench.put('5 3 2 3 5 3 2 3 5 3 2 3 5 3 2 3');
  await bench.saved();
  await page.getByRole('link', { name: say('common.drills') }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('8 drills');
  await expect(page.getByText('Next to learn:')).toContainText('the easiest');
  const first = page.getByRole('article').first();
  await first.getByRole('button', { name: /^Play/ }).click();
  await expect(first.getByRole('button', { name: /^Stop/ })).toBeVisible();
  await first.getByRole('button', { name: /^Stop/ }).click();
  await first.getByRole('button', { name: say('drills.known') }).click();
  await expect(page.getByText('Next to learn:')).toContainText('the smallest step from what is already known');
  expect(await violations(page)).toEqual([]);
  await page.getByLabel(say('drills.tabs')).selectOption({ label: say('drill-axis.direction.name') });
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('24 drills');
  for (const box of [0, 1]) await page.getByRole('checkbox').nth(box).check();
  await page.getByLabel(say('drills.set-name')).fill('Thursday');
  await page.getByRole('button', { name: say('drills.add-to-set') }).click();
  await page.getByRole('button', { name: say('common.show') }).click();
  await expect(page.getByRole('listitem')).toHaveCount(2);
  await expect(page.getByLabel(say('patterns.any-tag'))).toHaveValue('Thursday');
});

test('the hardest spots alone are offered and kept', async ({ bench }) => {
  const { page } = bench;
  await bench.put('5 3 2 1 5 1 3 2');
  await page.getByRole('button', { name: say('common.edit') }).click();
  await page.getByRole('button', { name: say('bench.hard-spots-as-drills-more') }).click();
  const dialog = page.getByRole('dialog');
  await expect(
    dialog.getByRole('button', { name: /^From string \d to string \d, as at .*, alone\.$/ }).first(),
  ).toBeVisible();
  await dialog.getByRole('button', { name: say('common.open') }).click();
  await expect(page.getByLabel(say('bench.pattern-name'))).toHaveValue(/New pattern: strings \d and \d/);
});

test('versions: one is kept by name, looked at beside now, and brought back', async ({ bench }) => {
  const { page } = bench;
  await bench.click(0, 5);
  await bench.saved();
  await page.getByRole('button', { name: say('common.edit') }).click();
  await page.getByRole('button', { name: say('common.versions-more') }).click();
  await page.getByLabel(say('saving.version-name')).fill('one stroke');
  await page.getByRole('button', { name: say('saving.save-version'), exact: true }).click();
  await expect(page.getByRole('button', { name: /^one stroke,/ })).toBeVisible();
  await page.getByRole('button', { name: 'Close' }).click();
  await bench.click(4, 4);
  await bench.saved();
  await page.getByRole('button', { name: say('common.edit') }).click();
  await page.getByRole('button', { name: say('common.versions-more') }).click();
  await page.getByRole('button', { name: /^one stroke,/ }).click();
  await expect(page.getByText(say('bench.the-two-versions-differ-in', { different: 'notes' }))).toBeVisible();
  await page.getByRole('button', { name: say('saving.restore-this-version') }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  expect(await bench.strokes()).toEqual(['beat 1, string 5, thumb']);
  await bench.press('Control+z');
  expect(await bench.strokes()).toHaveLength(2);
});

test('tags: put on, found by, and taken off', async ({ bench }) => {
  const { page } = bench;
  await bench.click(0, 5);
  await page.getByRole('button', { name: say('common.edit') }).click();
  await page.getByRole('button', { name: say('bench.tags-and-sets-more') }).click();
  await page.getByLabel(say('bench.new-tag')).fill('warm-ups');
  await page.getByRole('button', { name: 'Add' }).click();
  await page.getByRole('button', { name: 'Close' }).click();
  await bench.saved();
  await page.getByRole('link', { name: say('common.patterns') }).click();
  await page.getByLabel(say('patterns.any-tag')).selectOption({ label: 'warm-ups (1)' });
  await expect(page.getByRole('listitem')).toHaveCount(1);
  await page.getByLabel(say('patterns.any-fingers')).selectOption({ label: say('patterns.pick-only') });
  await expect(page.getByText(say('patterns.no-patterns-match-these-filters'))).toBeVisible();
  await page.getByRole('button', { name: say('patterns.clear-filters') }).click();
  await expect(page.getByRole('listitem')).toHaveCount(1);
  expect(await violations(page)).toEqual([]);
});

test.describe('files made elsewhere are shown before anything is stored', () => {
  const pattern = valueOrThrow(
    parseStringNotation('6 3 2 1 2 3', { name: 'Weir song', subdivision: 3, chord: 'Em', wholeBeats: true }),
  ).pattern;
  const digits = ['p', 'i', 'm', 'a', 'm', 'i'] as const;

  test('MusicXML, MIDI with its strings as a guess, tablature with a sign that is not known', async ({ page }) => {
    await openStudio(page);
    await page.getByRole('link', { name: say('common.import') }).click();
    const file = page.getByLabel(say('import.file-to-import'));
    await file.setInputFiles({
      name: 'weir.musicxml',
      mimeType: 'application/xml',
      buffer: Buffer.from(exportMusicXml(flattenScore(pattern), digits)),
    });
    await expect(page.locator('.preview [data-stroke]')).toHaveCount(6);
    await expect(page.getByText('Strings are a guess')).toBeHidden();
    await file.setInputFiles({
      name: 'weir.mid',
      mimeType: 'audio/midi',
      // As another program would write it: without our word on the strings.
      buffer: Buffer.from(
        Buffer.from(exportMidi(flattenScore(pattern)))
          .toString('latin1')
          .replace('A channel', 'B channel'),
        'latin1',
      ),
    });
    await expect(page.getByText(say('import.where-the-file-gives-no-strings'))).toBeVisible();
    await page
      .getByLabel(say('import.tablature-to-import'))
      .fill(['e|---0---?|', 'B|-1---1--|', 'G|0---0---|', 'D|--------|', 'A|3-------|', 'E|--------|'].join('\n'));
    await page.getByRole('button', { name: say('import.read-tablature') }).click();
    await expect(page.getByText('Line 1, column 10: “?” is unknown and was skipped.')).toBeVisible();
    expect(await violations(page)).toEqual([]);
    await page.getByRole('link', { name: say('common.all-patterns') }).click();
    await expect(page.getByText(say('patterns.create-your-first-pattern'))).toBeVisible();
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
    await page.goto('/patterns/import');
    await page
      .getByLabel(say('import.file-to-import'))
      .setInputFiles({ name: 'two.musicxml', mimeType: 'application/xml', buffer: Buffer.from(score) });
    await expect(
      page.getByText(say('import.recognised', { kind: say('import.musicxml-score'), bars: 3, repeats: 1 })),
    ).toBeVisible();
    const strokes = page.locator('.preview [data-stroke]');
    await expect(strokes).toHaveCount(6);
    await page.getByLabel(say('import.repeats')).selectOption(say('import.play-all-repeats'));
    await expect(strokes).toHaveCount(10);
    await page.getByLabel(say('import.from-bar')).fill('3');
    await page.getByLabel(say('import.from-bar')).press('Enter');
    await expect(strokes).toHaveCount(2);
    await page.getByLabel(say('import.part')).selectOption('Second guitar, 6 notes');
    await expect(
      page.getByText(say('import.recognised', { kind: say('import.musicxml-score'), bars: 3, repeats: 0 }), {
        exact: true,
      }),
    ).toBeVisible();
    expect(await violations(page)).toEqual([]);
    await page.getByLabel(say('import.part')).selectOption('Guitar, 6 notes');
    await page.getByRole('button', { name: say('import.save-all-as-song') }).click();
    await expect(page.getByText('bpm max')).toBeVisible();
  });

  test('what cannot be read is refused with its place: cut-off MIDI, an entity bomb, a huge file', async ({ page }) => {
    await openStudio(page);
    await page.goto('/patterns/import');
    const bomb = '<!DOCTYPE x [<!ENTITY a "ha"><!ENTITY b "&a;&a;&a;&a;">]><score-partwise>&b;</score-partwise>';
    const files: readonly [string, Buffer, RegExp][] = [
      ['cut.mid', Buffer.from(exportMidi(flattenScore(pattern))).subarray(0, 60), /cannot be read at byte \d+/],
      ['bomb.musicxml', Buffer.from(bomb), /cannot be read at line 1, column \d+: undefined entity/],
      ['packed.mxl', Buffer.from('PK\u0003\u0004'), /cannot be opened/],
      ['score.pdf', Buffer.from('%PDF-1.4'), /PDF cannot be read/],
      ['huge.mid', Buffer.alloc(9_000_000, ' '), /9 MB/],
    ];
    for (const [name, buffer, words] of files) {
      await page
        .getByLabel(say('import.file-to-import'))
        .setInputFiles({ name, mimeType: 'application/octet-stream', buffer });
      await expect(page.getByRole('alert')).toHaveText(words);
    }
  });
});

import { say } from '@fleet-wren/wording';
import { createPattern } from '@fleet-wren/core';
import { readFileSync } from 'node:fs';
import { expect, openStudio, test, violations } from './studio.ts';

const ROLL = createPattern('Reeds & “willows”', {
  strokes: [5, 3, 2, 1, 2, 3].map((string, index) => ({ id: `s${index}`, at: index * 560, string })),
  metre: { beats: 4, unit: 4 },
  subdivision: 3,
});

/** Width and height of a PNG, as its first chunk has them (PNG specification, section 11.2.2). */
const sizeOf = (png: Buffer): readonly [number, number] => [png.readUInt32BE(16), png.readUInt32BE(20)];

test('the notation of a sheet is saved as a picture', async ({ page }) => {
  await openStudio(page);
  const { id } = (await (await page.request.post('/api/patterns', { data: { pattern: ROLL } })).json()) as {
    id: string;
  };
  await page.goto(`/patterns/${id}/sheet`);
  await expect(page.getByRole('img', { name: /^Notation, line 1 of/ })).toBeVisible();
  expect(await violations(page)).toEqual([]);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: say('sheet.save-picture') }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('reeds-willows.png');
  const png = readFileSync(await download.path());
  expect(png.subarray(1, 4).toString()).toBe('PNG');
  const [width, height] = sizeOf(png);
  expect(width).toBe(2000);
  expect(height).toBeGreaterThan(400);
  const { letters, lines } = await page.evaluate(
    async (address) => {
      const image = new Image();
      image.src = address;
      await image.decode();
      const canvas = document.createElement('canvas');
      [canvas.width, canvas.height] = [image.width, image.height];
      const context = canvas.getContext('2d') as CanvasRenderingContext2D;
      context.drawImage(image, 0, 0);
      const dark = (y: number, rows: number): number =>
        context.getImageData(0, y, image.width, rows).data.filter((value, index) => index % 4 === 0 && value < 128)
          .length;
      const rows = Array.from({ length: image.height - 200 }, (_, row) => dark(200 + row, 1) / image.width);
      return { letters: dark(0, 200), lines: rows.filter((share) => share > 0.25).length };
    },
    `data:image/png;base64,${png.toString('base64')}`,
  );
  // The title, and below it the five and six lines of the staves, each at least a point thick.
  expect(letters).toBeGreaterThan(500);
  expect(lines).toBeGreaterThanOrEqual(11);
});

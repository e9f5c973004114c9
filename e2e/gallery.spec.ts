import { expect, test } from '@playwright/test';
import { speakPseudo, troubleWithTexts } from './pseudo-locale.ts';
import { violations } from './studio.ts';

// The gallery is in the build of the language nobody speaks, and in development.
for (const colorScheme of ['light', 'dark'] as const)
  for (const [width, height] of [
    [1280, 800],
    [390, 844],
  ] as const)
    test(`every shared component has room and contrast, ${colorScheme}, at ${width}x${height}`, async ({
      page,
    }, info) => {
      await page.setViewportSize({ width, height });
      await page.emulateMedia({ colorScheme });
      await speakPseudo(page);
      await page.goto('/gallery');
      await page.getByRole('heading', { level: 2, name: 'KeysList' }).waitFor();
      const names = await page.locator('.gallery > section > h2').allInnerTexts();
      await page.screenshot({ path: info.outputPath('gallery.png'), fullPage: true });
      const codes = 'aaaa-bbbb-cccc-dddd eeee-ffff-gggg-hhhh'.split(/[ -]/);
      expect(await troubleWithTexts(page, ['Components', 'let', 'trip', ...names, ...codes])).toEqual([]);
      expect(await violations(page)).toEqual([]);
    });

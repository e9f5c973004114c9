const openPattern = async (page, name) => {
  await page.getByRole('link', { name, exact: true }).click();
  await page.locator('.threads[data-judged="yes"]').waitFor();
};

const chooseStroke = async (page, sentence) => {
  await page.getByRole('img', { name: sentence }).click();
  await page.getByLabel('Chosen stroke').waitFor();
};

/** The main views, each with how to get there from the list of patterns. */
export const VIEWS = [
  { name: 'sign-in', door: true, take: async (page) => void (await page.goto('/')) },
  { name: 'patterns', take: () => undefined },
  {
    name: 'bench',
    take: async (page) => {
      await openPattern(page, 'Weir at dusk, thumb in three');
      await chooseStroke(page, /^beat 2, string 6/);
    },
  },
  {
    name: 'bench-dark',
    theme: 'dark',
    take: async (page) => {
      await openPattern(page, 'Lower ferry, two bars');
      await chooseStroke(page, /^bar 1, beat 2, string 5/);
    },
  },
];

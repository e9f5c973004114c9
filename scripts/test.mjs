import { existsSync, mkdtempSync, readFileSync, rmSync, chmodSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { findChromium, ensureChromium } from './lib/browser.mjs';
import { buildIfStale, buildPseudo } from './lib/build.mjs';
import { ensurePackages } from './lib/packages.mjs';
import { PROJECT_ROOT, packageBinary } from './lib/paths.mjs';
import { startConnectionPooler } from './lib/connection-pooler.mjs';
import { findFreePort, startPostgres } from './lib/postgres.mjs';
import { runProcess } from './lib/run-process.mjs';
import { createDatabase, startServer } from './lib/server.mjs';
import { runStaticChecks } from './lib/static-checks.mjs';

const results = join(tmpdir(), `fleet-wren-results-${process.pid}`);
const tally = { passed: 0, failed: 0 };

/** What a part of the tests took, so that the slow ones are seen. */
const timed = async (title, work) => {
  const began = performance.now();
  await work();
  console.log(`  ${title}: ${((performance.now() - began) / 1000).toFixed(0)} s`);
};

const count = (passed, failed) => {
  tally.passed += passed;
  tally.failed += failed;
};

const check = (title, [program, ...args], options) =>
  timed(title, async () => {
    console.log(`\n— ${title}`);
    const code = await runProcess(program, args, { cwd: PROJECT_ROOT, ...options });
    count(code === 0 ? 1 : 0, code === 0 ? 0 : 1);
  });

const readJson = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : undefined);

/** Long enough for a machine that others use too; what a test waits for it asks for itself. */
const PATIENT = ['--testTimeout=60000'];

const jestTests = async (title, words, env) => {
  console.log(`\n— ${title}`);
  const file = `${results}-jest.json`;
  const code = await runProcess(
    packageBinary('jest'),
    ['--json', `--outputFile=${file}`, '--silent', '--maxWorkers=2', ...PATIENT, ...words],
    {
      cwd: PROJECT_ROOT,
      env: { ...process.env, NODE_OPTIONS: '--experimental-vm-modules --no-warnings', ...env },
      stdio: ['ignore', 'ignore', 'inherit'],
    },
  );
  const report = readJson(file);
  const broken = report ? report.numRuntimeErrorTestSuites : 1;
  count(report?.numPassedTests ?? 0, (report?.numFailedTests ?? 0) + broken || (code === 0 ? 0 : 1));
};

const unitTests = (databaseUrl) => jestTests('unit and API tests', [], { TEST_DATABASE_URL: databaseUrl });

/** The API tests once more, the database behind a pooler that lends a connection for a transaction and no longer. */
const poolerTests = async (databaseUrl) => {
  const pooler = await startConnectionPooler(databaseUrl);
  const suites = 'server/test/(api|songs|library|practice|takes|teachers|accounts|set-up|archive|matrix|two-servers)';
  const words = ['--selectProjects', 'server', '--testPathPatterns', suites];
  await jestTests('the API behind a pooler', words, { TEST_DATABASE_URL: databaseUrl, TEST_POOLER_URL: pooler.url });
  pooler.stop();
};

const countSpecs = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(countSpecs)];

const interfaceTests = async (databaseUrl) => {
  console.log('\n— the real interface, in Chromium');
  buildPseudo();
  const file = `${results}-playwright.json`;
  const server = await startServer({
    databaseUrl: createDatabase(databaseUrl, 'interface_tests'),
    port: await findFreePort(),
    // What is answered to the real interface is held against the contract too.
    env: { FLEET_WREN_CHECK_RESPONSES: 'yes' },
  });
  const code = await runProcess(
    packageBinary('playwright'),
    ['test', '--config', 'e2e/playwright.config.ts', ...words],
    {
      cwd: PROJECT_ROOT,
      env: {
        ...process.env,
        FLEET_WREN_ADDRESS: server.address,
        FLEET_WREN_CHROMIUM: findChromium(),
        PLAYWRIGHT_JSON_OUTPUT_NAME: file,
      },
    },
  );
  server.stop();
  const report = readJson(file);
  const specs = (report?.suites ?? []).flatMap(countSpecs);
  const failed = specs.filter(({ ok }) => !ok).length;
  count(specs.length - failed, failed || (code === 0 && specs.length > 0 ? 0 : 1));
};

const withDatabase = async (work) => {
  const folder = mkdtempSync(join(tmpdir(), 'fleet-wren-test-'));
  chmodSync(folder, 0o755);
  const database = await startPostgres({ folder, port: await findFreePort(), quick: true });
  try {
    await work(database.url);
  } finally {
    database.stop();
    rmSync(folder, { recursive: true, force: true });
  }
};

const [asked, ...words] = process.argv.slice(2);
// The whole of what attacks the house from outside: minutes, where the short form in `npm test` takes seconds.
if (asked === 'hard') process.env.TEST_HARD = '1';
const only = asked === 'hard' ? 'unit' : asked;
const wanted = (part) => only === undefined || only === part;

ensurePackages();
ensureChromium();
await runStaticChecks(check, wanted);
buildIfStale(['wording', 'core', 'cli', 'server', 'web']);
await withDatabase(async (url) => {
  if (wanted('unit')) await timed('unit and API tests', () => unitTests(url));
  if (asked === 'hard') await poolerTests(url);
  if (wanted('interface')) await timed('the interface', () => interfaceTests(url));
}).catch((error) => {
  console.error(error);
  count(0, 1);
});

console.log(`\n${tally.passed} passed, ${tally.failed} failed`);
process.exitCode = tally.failed === 0 && tally.passed > 0 ? 0 : 1;

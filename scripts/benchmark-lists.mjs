/* The list of patterns with 10,000 in the studio. Run by npm run bench. */
import { Agent, get } from 'node:http';

const address = process.env.FLEET_WREN_ADDRESS;
const signIn = await fetch(`${address}/api/auth/sign-in`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify({ email: 'teacher@fleet-wren.example', password: 'seven reeds at dusk' }),
});
const cookie = signIn.headers
  .getSetCookie()
  .map((line) => line.split(';')[0])
  .join('; ');

const quantile = (values, share) => [...values].sort((a, b) => a - b)[Math.floor(share * values.length)];

// Connections are kept, and nothing is done with an answer but to take it: the clients share the server's processors.
const agent = new Agent({ keepAlive: true });
const ask = (path) =>
  new Promise((resolve, reject) => {
    get(`${address}/api${path}`, { agent, headers: { cookie, 'accept-encoding': 'gzip' } }, (answer) => {
      if (answer.statusCode !== 200) reject(new Error(`${path} was answered with ${answer.statusCode}.`));
      answer.on('end', resolve).on('error', reject).resume();
    }).on('error', reject);
  });

const times = async (path) => {
  const found = [];
  for (let index = 0; index < 15; index += 1) {
    const start = performance.now();
    await ask(path);
    found.push(performance.now() - start);
  }
  return quantile(found, 0.5).toFixed(1);
};

console.log('\nThe list with 10,000 patterns, milliseconds, median of 15');
console.log(`  first page ${await times('/patterns')}`);
console.log(`  search that finds many ${await times('/patterns?search=roll')}`);
console.log(`  search that finds nothing ${await times('/patterns?search=xyzzy')}`);

const CLIENTS = 20;
const EACH = 30;

/** Milliseconds of every answer while so many ask at once, each as soon as it has its answer. */
const underLoad = async (path) => {
  const found = [];
  const client = async () => {
    for (let index = 0; index < EACH; index += 1) {
      const start = performance.now();
      await ask(path);
      found.push(performance.now() - start);
    }
  };
  await Promise.all(Array.from({ length: CLIENTS }, client));
  return { middle: quantile(found, 0.5), late: quantile(found, 0.95) };
};

console.log(
  `\nThe same with ${CLIENTS} clients on the server's own machine: middle and 95th percentile, and that against a bare question`,
);
await underLoad('/patterns');
const bare = await underLoad('/health');
const row = (name, { middle, late }) =>
  console.log(`  ${name} ${middle.toFixed(0)} / ${late.toFixed(0)} ms, ${(late / bare.late).toFixed(1)} times`);
row('select 1 (health)', bare);
for (const [name, path] of Object.entries({
  'first page': '/patterns',
  'search that finds many': '/patterns?search=roll',
  'search that finds nothing': '/patterns?search=xyzzy',
  songs: '/songs',
  students: '/students',
  'what is set': '/assignments',
}))
  row(name, await underLoad(path));

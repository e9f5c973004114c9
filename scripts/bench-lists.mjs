/* The list of patterns with 10,000 in the studio. Run by npm run bench. */
const address = process.env.FLEET_WREN_ADDRESS;
const signIn = await fetch(`${address}/api/auth/sign-in`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify({ email: 'teacher@fleet-wren.example', password: 'seven reeds at dusk' }),
});
const cookie = signIn.headers.get('set-cookie').split(';')[0];

const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const times = async (path) => {
  const found = [];
  for (let index = 0; index < 15; index += 1) {
    const start = performance.now();
    await (await fetch(`${address}/api${path}`, { headers: { cookie } })).text();
    found.push(performance.now() - start);
  }
  return median(found).toFixed(1);
};

console.log('\nThe list with 10,000 patterns, milliseconds, median of 15');
console.log(`  first page ${await times('/patterns')}`);
console.log(`  search that finds many ${await times('/patterns?search=roll')}`);
console.log(`  search that finds nothing ${await times('/patterns?search=xyzzy')}`);

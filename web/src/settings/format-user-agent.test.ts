import { say } from '@fleet-wren/wording';
import { formatUserAgent } from './format-user-agent.ts';

test.each([
  [
    'Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/140.0 Safari/537.36',
    'Chromium on Linux',
  ],
  [
    'Mozilla/5.0 (iPhone; CPU iPhone OS 18_0 like Mac OS X) AppleWebKit/605.1 Version/18.0 Safari/604.1',
    'Safari on iOS',
  ],
  ['Mozilla/5.0 (Windows NT 10.0; rv:130.0) Gecko/20100101 Firefox/130.0', 'Firefox on Windows'],
  ['a phone', 'a phone'],
  ['', say('settings.unknown-device')],
])('%s is %s', (agent, words) => expect(formatUserAgent(agent)).toBe(words));

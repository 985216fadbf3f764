// Loads the interface over HTTP and prints how it holds: checks a second and p99, beside one call in this process.
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import autocannon from 'autocannon';
import { catalogue } from '@/catalogue';
import { checkAnswer } from '@/core/answer';
import { mustAssess } from '@/core/assess';
import { demoSetups } from '@/demo';

const SECONDS = 10;
const setup = demoSetups.find((s) => s.id === 'kiln-rehearsed')!;
const call = () =>
  JSON.stringify(checkAnswer(setup, mustAssess(setup, catalogue), { causes: [], mends: [] }, catalogue));
for (let i = 0; i < 20; i++) call();
const times = Array.from({ length: 60 }, () => {
  const start = performance.now();
  call();
  return performance.now() - start;
}).sort((a, b) => a - b);
const oneMs = times[30]!;
console.log(`one call in this process: ${oneMs.toFixed(1)} ms, so ${(1000 / oneMs).toFixed(0)} a second on one core`);

const server = spawn(process.execPath, ['build/serve.mjs', '--port', '0'], {
  stdio: ['ignore', 'pipe', 'inherit'],
  env: { ...process.env, SYMPLEX_RATE: '1e6', SYMPLEX_BURST: '1e6' },
});
try {
  let said = '';
  while (!/http:\/\/localhost:\d+\//.test(said)) said += String((await once(server.stdout, 'data'))[0]);
  const url = `${/http:\/\/localhost:\d+\//.exec(said)![0]}api/check`;
  for (const connections of [1, 4, 16]) {
    const result = await autocannon({
      url,
      connections,
      duration: SECONDS,
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ setup, fixes: false }),
    });
    const { average } = result.requests;
    console.log(
      `${String(connections).padStart(3)} at once: ${average.toFixed(0)} checks a second (${(average / (1000 / oneMs)).toFixed(2)} of one call's), p50 ${result.latency.p50} ms, p99 ${result.latency.p99} ms, ${result.non2xx} refused`,
    );
  }
} finally {
  server.kill();
}

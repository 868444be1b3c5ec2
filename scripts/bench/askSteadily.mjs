/** In a thread of its own, so that its clock is not held up: asks a small question every 100 ms and tells how long each answer took. */
import { parentPort, workerData } from 'node:worker_threads';

const answers = [];
let going = true;
parentPort.once('message', () => (going = false));
while (going) {
  const start = performance.now();
  await (await fetch(`${workerData}/api/campaigns`)).json();
  answers.push(performance.now() - start);
  await new Promise((resolve) => setTimeout(resolve, 100));
}
parentPort.postMessage(answers);

/** After all tests of a run. */
import { rmSync } from 'node:fs';

export default function tearDown() {
  rmSync(process.env.UNDAMETER_TEST_FOLDER, { recursive: true, force: true });
}

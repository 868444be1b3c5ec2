/** Before all tests of a run: a folder for what several of them need. */
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

export default function setUp() {
  process.env.UNDAMETER_TEST_FOLDER = mkdtempSync(join(tmpdir(), 'undameter-made-'));
}

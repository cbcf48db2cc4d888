// Where a file of browser tests runs. What is kept here outlives it: one application serves all files of tests that a
// process runs, one after the other (application.ts).
import { TestEnvironment } from 'jest-environment-node';

const kept = { application: null };

export default class extends TestEnvironment {
  async setup() {
    await super.setup();
    this.global.plavoKept = kept;
  }
}

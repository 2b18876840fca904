// What a suite imports from Jest: in the light runner these words stand on the global object of the thread.
export const { afterAll, afterEach, beforeAll, beforeEach, describe, expect, test } = globalThis;

import { jest } from '@jest/globals';

// Whole processes are started and stopped here; nothing is asserted about time.
jest.setTimeout(180_000);

import base from './playwright.config';

export default { ...base, testMatch: 'screenshots.spec.ts', testIgnore: undefined };

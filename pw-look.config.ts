import base from '/work/main/playwright.config';
export default { ...base, testDir: '/work/main/tests', testMatch: 'zz-look.spec.ts', webServer: undefined, use: { ...base.use, baseURL: 'http://127.0.0.1:3199' } };

// Projects live in the browser, so pages are rendered there.
export const ssr = false;

// What every answer says of how it may be used. Pages add a nonce for their own script to the policy.
export const policy = {
  'default-src': ['self'],
  'script-src': ['self', 'wasm-unsafe-eval'],
  'style-src': ['self', 'unsafe-inline'],
  'img-src': ['self', 'blob:', 'data:'],
  'font-src': ['self', 'data:'],
  'connect-src': ['self', 'blob:', 'data:'],
  'worker-src': ['self', 'blob:'],
  'object-src': ['none'],
  'base-uri': ['self'],
  'frame-ancestors': ['none']
};

const quoted = (source) => (/^[a-z-]+$/.test(source) ? `'${source}'` : source);

export const headers = {
  'Content-Security-Policy': Object.entries(policy)
    .map(([name, sources]) => `${name} ${sources.map(quoted).join(' ')}`)
    .join('; '),
  'X-Content-Type-Options': 'nosniff',
  'X-Frame-Options': 'DENY',
  'Referrer-Policy': 'no-referrer',
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Cross-Origin-Resource-Policy': 'same-origin',
  'Permissions-Policy': 'camera=(), geolocation=(), microphone=()'
};

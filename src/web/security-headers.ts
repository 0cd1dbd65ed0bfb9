/** What every answer says to the browser about itself. Scripts run only with this answer's nonce or from our own files. */
export function securityHeaders(
  nonce: string,
  isSecure: boolean,
  /** A page that others may show inside of theirs: it knows no session. */
  isEmbeddable = false,
): Readonly<Record<string, string>> {
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}'`,
    // Positions and colours of drawn things are inline styles.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    `frame-ancestors ${isEmbeddable ? '*' : "'none'"}`,
  ];
  return {
    'Content-Security-Policy': policy.join('; '),
    'X-Content-Type-Options': 'nosniff',
    ...(isEmbeddable ? {} : { 'X-Frame-Options': 'DENY' }),
    'Referrer-Policy': 'same-origin',
    'Permissions-Policy': 'camera=(), geolocation=(), microphone=(), payment=(), usb=(), interest-cohort=()',
    'Cross-Origin-Opener-Policy': 'same-origin',
    'Cross-Origin-Resource-Policy': isEmbeddable ? 'cross-origin' : 'same-origin',
    ...(isSecure ? { 'Strict-Transport-Security': 'max-age=31536000; includeSubDomains' } : {}),
  };
}

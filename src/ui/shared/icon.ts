const SVG =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 34 34"><rect width="34" height="34" rx="6" fill="#16231e"/><circle cx="17" cy="18" r="4" fill="#b5e61d"/><path d="M2 24 C9 24 9 9 17 9 C25 9 24 26 17 26 C10 26 10 12 17 12 C25 12 25 24 32 24" fill="none" stroke="#f3f4ea" stroke-width="2.2" stroke-linecap="round"/></svg>';

/**
 * The mark as the page's icon, in the page itself: browsers ask for an icon anew whenever the address changes, and
 * here it changes with every step along a cord.
 */
export const ICON = `data:image/svg+xml,${encodeURIComponent(SVG)}`;

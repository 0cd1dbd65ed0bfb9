import { createTheme, type MantineColorsTuple } from '@mantine/core';

/** Leaf: the readable green of actions; lime itself is only a ground. */
const leaf: MantineColorsTuple = [
  '#f4fadf',
  '#e6f3bd',
  '#d3ea8d',
  '#bfe05a',
  '#a8d129',
  '#7fae16',
  '#5d8a12',
  '#446b12',
  '#335212',
  '#243b10',
];
const ink: MantineColorsTuple = [
  '#f6f5ee',
  '#e9e8de',
  '#d3d4c9',
  '#aeb2a6',
  '#83897f',
  '#5d655d',
  '#3f4a44',
  '#2b3731',
  '#1c2822',
  '#121b16',
];

export const theme = createTheme({
  colors: { leaf, dark: ink },
  primaryColor: 'leaf',
  primaryShade: { light: 7, dark: 4 },
  autoContrast: true,
  luminanceThreshold: 0.35,
  fontFamily: '"Archivo Variable", sans-serif',
  fontSizes: { xs: '12px', sm: '13px', md: '13px', lg: '15px', xl: '20px' },
  headings: {
    fontFamily: '"Archivo Variable", sans-serif',
    fontWeight: '650',
    sizes: { h1: { fontSize: '20px' }, h2: { fontSize: '15px' }, h3: { fontSize: '13px' } },
  },
  defaultRadius: 4,
  spacing: { xs: '4px', sm: '8px', md: '12px', lg: '16px', xl: '24px' },
  cursorType: 'pointer',
  components: {
    // The cross of a note has no text of its own.
    Notification: { defaultProps: { closeButtonProps: { 'aria-label': 'Close this note' } } },
  },
});

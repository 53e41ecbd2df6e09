const plugin = require('tailwindcss/plugin');
const tokens = require('./ui/theme/tokens.json');

const channels = (hex) => [1, 3, 5].map((at) => parseInt(hex.slice(at, at + 2), 16)).join(' ');
const variables = (theme) => Object.fromEntries(Object.entries(theme).map(([name, hex]) => [`--${name}`, channels(hex)]));

/** @type {import('tailwindcss').Config} */
module.exports = {
  content: ['./app/**/*.{ts,tsx}', './ui/**/*.{ts,tsx}'],
  presets: [require('nativewind/preset')],
  darkMode: 'media',
  theme: {
    colors: {
      transparent: 'transparent',
      ...Object.fromEntries(Object.keys(tokens.light).map((name) => [name, `rgb(var(--${name}) / <alpha-value>)`])),
    },
    fontFamily: { text: ['RainText'], bold: ['RainBold'], mono: ['RainMono'] },
    fontSize: {
      tiny: ['0.6875rem', '0.875rem'],
      small: ['0.78125rem', '1.0625rem'],
      body: ['0.9375rem', '1.3125rem'],
      lead: ['1.0625rem', '1.4375rem'],
      title: ['1.375rem', '1.75rem'],
      huge: ['2.125rem', '2.5rem'],
    },
    extend: {
      borderRadius: { control: '12px', part: '8px' },
      spacing: { touch: '2.75rem' },
      minHeight: { touch: '2.75rem' },
      minWidth: { touch: '2.75rem' },
      boxShadow: { float: '0 6px 24px rgb(0 0 0 / 0.18)' },
    },
  },
  plugins: [
    plugin(({ addBase }) => {
      addBase({
        // As it was set (session/settings.ts), else as the system is.
        ':root': { ...variables(tokens.light), colorScheme: 'light' },
        '@media (prefers-color-scheme: dark)': { ':root:not([data-theme=light])': { ...variables(tokens.dark), colorScheme: 'dark' } },
        ':root[data-theme=dark]': { ...variables(tokens.dark), colorScheme: 'dark' },
      });
    }),
  ],
};

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
      tiny: ['11px', '14px'],
      small: ['12.5px', '17px'],
      body: ['15px', '21px'],
      lead: ['17px', '23px'],
      title: ['22px', '28px'],
      huge: ['34px', '40px'],
    },
    extend: {
      borderRadius: { control: '12px', part: '8px' },
      spacing: { touch: '44px' },
      minHeight: { touch: '44px' },
      minWidth: { touch: '44px' },
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

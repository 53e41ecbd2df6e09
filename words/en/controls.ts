/** Fields, sliders, panels, messages. */
export const controls = {
  'controls.couldNotBeShownYour': '{{what}} could not be shown. Your show is safe. Try again; if it stays like this, reload the page.',
  'controls.closeTheDrawer': 'Close the drawer',
  'controls.inDb': '{{label}} in dB',
  'controls.closeThisMessage': 'Close this message',
  'controls.less': '{{label}}: less',
  'controls.more': '{{label}}: more',
  'controls.close': 'Close: {{title}}',
  'controls.notUnderstoodTry': 'Not understood. Try {{example}}.',
  'controls.twoTaps': 'Two taps: back to {{start}}',
} as const;

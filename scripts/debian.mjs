// Programs that the tests and the bench run, from Debian's packages: installed where they are missing and that is allowed.
import { existsSync } from 'node:fs';
import { give, run } from './ground.mjs';

const DEBIAN = [
  { name: 'chromium', path: '/usr/bin/chromium' },
  { name: 'chromium-headless-shell', path: '/usr/bin/chromium-headless-shell' },
  { name: 'ffmpeg', path: '/usr/bin/ffmpeg' },
  { name: 'sox', path: '/usr/bin/sox' },
  { name: 'espeak-ng', path: '/usr/bin/espeak-ng' },
  { name: 'flite', path: '/usr/bin/flite' },
  // What hearing and stretching are measured beside.
  { name: 'aubio-tools', path: '/usr/bin/aubiotrack' },
  { name: 'rubberband-cli', path: '/usr/bin/rubberband' },
  { name: 'unzip', path: '/usr/bin/unzip' },
  { name: 'python3', path: '/usr/bin/python3' },
  // The other engines (e2e/engines.spec.ts), an output that nobody hears, and a screen that nobody sees.
  { name: 'firefox-esr', path: '/usr/bin/firefox-esr' },
  { name: 'webkit2gtk-driver', path: '/usr/bin/WebKitWebDriver' },
  { name: 'gstreamer1.0-plugins-good', path: '/usr/lib/x86_64-linux-gnu/gstreamer-1.0/libgstvpx.so' },
  { name: 'gstreamer1.0-pulseaudio', path: '/usr/lib/x86_64-linux-gnu/gstreamer-1.0/libgstpulseaudio.so' },
  { name: 'pulseaudio', path: '/usr/bin/pulseaudio' },
  { name: 'xvfb', path: '/usr/bin/Xvfb' },
];

export function ensureDebianPackages() {
  const missing = DEBIAN.filter(({ path }) => !existsSync(path)).map(({ name }) => name);
  if (missing.length === 0) return;
  const sentence = `These Debian packages are missing: ${missing.join(', ')}. Install them with: apt-get install ${missing.join(' ')}`;
  if (process.getuid?.() !== 0 || !existsSync('/usr/bin/apt-get')) give(sentence);
  console.log(`Installing ${missing.join(', ')} …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const quiet = { env, stdio: ['ignore', 'ignore', 'inherit'] };
  run('apt-get', ['update', '-q'], quiet);
  if (run('apt-get', ['install', '-y', '-q', '--no-install-recommends', ...missing], quiet) !== 0) give(sentence);
}

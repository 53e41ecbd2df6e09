import { ensureDemo, ensurePackages, ensureSite } from './ground.mjs';

ensurePackages();
const site = ensureSite();
const demo = ensureDemo();
console.log(site || demo ? 'Built.' : 'Nothing has changed since the last build.');

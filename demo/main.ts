import { buildDemo } from './build';

const folder = process.argv[2];
if (folder === undefined) throw new RangeError('usage: main.ts FOLDER');
void buildDemo(folder).then((show) => process.stdout.write(`The demo show “${show.title}” lies in ${folder}\n`));

export { type Processor } from './processor';
export { LowCut } from './lowCut';
export { treatedSource } from './treated';
export { cooked, findOut, findingsName, throughChain, type Findings } from './recipe';

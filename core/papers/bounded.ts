import { Failure } from '../failure';

/** Deeper nesting than this is no document of ours, nor of anybody's who means well. */
const DEPTH = 64;
/** Names that reach beyond the object they are in. */
const FORBIDDEN = new Set(['__proto__', 'constructor', 'prototype']);

/**
 * JSON from a file that anybody may have made: not nested too deep, without names that reach beyond their object.
 * @throws Failure `file.refused` for those, `file.damaged` for what is no JSON.
 */
export function parseBounded(text: string): unknown {
  checkDepth(text);
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    throw new Failure('file.damaged', { why: 'json' }, error);
  }
  checkNames(value);
  return value;
}

/** Before parsing: whoever parses a million brackets runs out of room. */
function checkDepth(text: string): void {
  let depth = 0;
  let quoted = false;
  for (let i = 0; i < text.length; i += 1) {
    const letter = text.charCodeAt(i);
    if (quoted) {
      if (letter === 0x5c) i += 1;
      else if (letter === 0x22) quoted = false;
    } else if (letter === 0x22) quoted = true;
    else if (letter === 0x7b || letter === 0x5b) {
      depth += 1;
      if (depth > DEPTH) throw new Failure('file.refused', { why: 'nested' });
    } else if (letter === 0x7d || letter === 0x5d) depth -= 1;
  }
}

function checkNames(value: unknown): void {
  const open: unknown[] = [value];
  for (let one = open.pop(); one !== undefined; one = open.pop()) {
    if (typeof one !== 'object' || one === null) continue;
    for (const [name, inner] of Object.entries(one)) {
      if (!Array.isArray(one) && FORBIDDEN.has(name)) throw new Failure('file.refused', { why: 'forbidden', what: name });
      if (typeof inner === 'object' && inner !== null) open.push(inner);
    }
  }
}

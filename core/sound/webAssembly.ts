/** The little of WebAssembly that is used here; the core's library does not know it, though every engine has it. */
declare const WebAssembly: {
  Module: new (bytes: Uint8Array) => object;
  Instance: new (module: object) => { readonly exports: unknown };
};

export interface Memory {
  readonly buffer: ArrayBuffer;
  grow(pages: number): number;
}

const PAGE = 65_536;
const compiled = new Map<Uint8Array, object>();

/** A module with a memory of its own of at least so many bytes; each is compiled once. */
export function instanceOf<Exports extends { readonly memory: Memory }>(bytes: Uint8Array, room: number): Exports {
  let module = compiled.get(bytes);
  if (!module) compiled.set(bytes, (module = new WebAssembly.Module(bytes)));
  const exports = new WebAssembly.Instance(module).exports as Exports;
  const { memory } = exports;
  memory.grow(Math.max(0, Math.ceil(room / PAGE) - memory.buffer.byteLength / PAGE));
  return exports;
}

import { readFileSync } from 'node:fs';
import { basename } from 'node:path';

/** A control of the page: by its test id, or by its role and name. */
export type What = { readonly id: string } | { readonly role: 'button' | 'tab'; readonly name: string | RegExp };

/** What an engine's own remote control can do. Scripts are given as text: the body of a function of `arguments`. */
export interface Remote {
  goto(path: string): Promise<void>;
  script<T>(body: string, ...args: readonly unknown[]): Promise<T>;
  /** Presses what `body` gives, as a person would: some things are allowed to a person's tap only. */
  press(body: string, ...args: readonly unknown[]): Promise<void>;
  close(): Promise<void>;
}

/** Finds a control; null where none is shown. Arguments: kind, first, second. */
const FIND = `
  const [kind, first, second] = arguments;
  const shown = (one) => one.getClientRects().length > 0;
  if (kind === 'id') return document.querySelector('[data-testid="' + first + '"]');
  const wanted = new RegExp(second);
  const named = (one) => wanted.test((one.getAttribute('aria-label') || one.textContent || '').trim());
  const own = first === 'button' ? 'button,[role=button],[role=radio]' : '[role=' + first + ']';
  // What lies over the page is what can be pressed.
  return [...(document.querySelector('dialog[open]') || document).querySelectorAll(own)].find((one) => shown(one) && named(one) && one.getAttribute('aria-disabled') !== 'true' && !one.disabled) || null;
`;

const argumentsOf = (what: What): string[] => {
  if ('id' in what) return ['id', what.id];
  const source = what.name instanceof RegExp ? what.name.source : `^${what.name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}$`;
  return ['role', what.role, source];
};

/** Bytes that the page saves are caught here: what a download does with them is the browser's own affair. */
const CATCH = `
  if (window.savedFiles) return;
  window.savedFiles = [];
  const made = new Map();
  const make = URL.createObjectURL.bind(URL);
  URL.createObjectURL = (blob) => {
    const url = make(blob);
    made.set(url, blob);
    return url;
  };
  const { click } = HTMLAnchorElement.prototype;
  HTMLAnchorElement.prototype.click = function () {
    if (this.download) window.savedFiles.push(made.get(this.href));
    else click.call(this);
  };
`;

/** How long anything may take, ms: these engines run on a machine that is shared. */
const PATIENCE = 120_000;
const LOOK = 100;

/** The steps of a person, in any engine. */
export class Driver {
  constructor(
    readonly name: string,
    private readonly remote: Remote,
  ) {}

  goto = (path: string): Promise<void> => this.remote.goto(path);
  close = (): Promise<void> => this.remote.close();

  script<T>(body: string, ...args: readonly unknown[]): Promise<T> {
    return this.remote.script<T>(body, ...args);
  }

  /** Waits until a script gives something that counts as true, and gives it. */
  async until<T>(why: string, body: string, ...args: readonly unknown[]): Promise<T> {
    const end = Date.now() + PATIENCE;
    for (;;) {
      const found = await this.remote.script<T>(body, ...args);
      if (found) return found;
      if (Date.now() > end) throw new Error(`${this.name}: ${why}\n${await this.seen()}`);
      await new Promise((resolve) => setTimeout(resolve, LOOK));
    }
  }

  /** What stands on the page, for who has to find out why. */
  seen(): Promise<string> {
    return this.remote.script<string>('return document.body.innerText.slice(0, 1500)');
  }

  sees = (text: string | RegExp): Promise<unknown> => {
    const source = text instanceof RegExp ? text.source : text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
    const body = `
      const wanted = new RegExp(arguments[0]);
      return wanted.test(document.body.innerText) || [...document.querySelectorAll('[aria-label]')].some((one) => wanted.test(one.getAttribute('aria-label')));
    `;
    return this.until(`sees no ${String(text)}`, body, source);
  };

  has = (what: What): Promise<boolean> =>
    this.remote.script<boolean>(`return (function () {${FIND}}).apply(null, arguments) !== null`, ...argumentsOf(what));

  async press(what: What): Promise<void> {
    const args = argumentsOf(what);
    await this.until(`finds no ${JSON.stringify(args)}`, `return (function () {${FIND}}).apply(null, arguments) !== null`, ...args);
    await this.remote.press(FIND, ...args);
  }

  button = (name: string | RegExp): Promise<void> => this.press({ role: 'button', name });
  tab = (name: string): Promise<void> => this.press({ role: 'tab', name });

  /** Gives files to a file field. Their bytes go along: not every engine lets itself be given a path. */
  async files(id: string, paths: readonly string[]): Promise<void> {
    await this.until(`finds no ${id}`, "return document.querySelector('[data-testid=\"' + arguments[0] + '\"]') !== null", id);
    const given = paths.map((path) => ({ name: basename(path), type: typeOf(path), bytes: readFileSync(path).toString('base64') }));
    await this.remote.script(
      `
      const files = new DataTransfer();
      for (const { name, type, bytes } of arguments[1]) {
        files.items.add(new File([Uint8Array.from(atob(bytes), (one) => one.charCodeAt(0))], name, { type }));
      }
      const field = document.querySelector('[data-testid="' + arguments[0] + '"]');
      field.files = files.files;
      field.dispatchEvent(new Event('change', { bubbles: true }));
      `,
      id,
      given,
    );
  }

  catchSaved = (): Promise<void> => this.remote.script(CATCH);

  /** The size of the file that was saved last, bytes, once there are `count` of them. */
  saved = (count: number): Promise<number> =>
    this.until(`saves no file ${count}`, 'return window.savedFiles.length >= arguments[0] && window.savedFiles.at(-1).size', count);

  /** Gives the file that was saved last to a file field. */
  async giveSaved(id: string, name: string): Promise<void> {
    await this.until(`finds no ${id}`, "return document.querySelector('[data-testid=\"' + arguments[0] + '\"]') !== null", id);
    await this.remote.script(
      `
      const files = new DataTransfer();
      files.items.add(new File([window.savedFiles.at(-1)], arguments[1]));
      const field = document.querySelector('[data-testid="' + arguments[0] + '"]');
      field.files = files.files;
      field.dispatchEvent(new Event('change', { bubbles: true }));
      `,
      id,
      name,
    );
  }
}

const typeOf = (path: string): string =>
  ({ jpg: 'image/jpeg', png: 'image/png', webm: 'video/webm', wav: 'audio/wav' })[path.split('.').at(-1)!] ?? '';

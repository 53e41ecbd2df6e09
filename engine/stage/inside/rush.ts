/**
 * Moments that follow one another at more than this many times the show's own speed rush by: nobody sees more of them than the small pictures
 * show, and decoding the large ones would take the time that scrolling needs. After a rest, ms, the large one is fetched.
 */
const RUSH = 6;
const REST = 120;

/** Whether moments rush by, as they do while somebody scrolls far. One leap by itself is none: its picture is wanted at once. */
export class Rush {
  private last: { readonly moment: number; readonly at: number } | null = null;
  private fast = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;

  /** @param rested called when it is over. */
  constructor(private readonly rested: () => void) {}

  get goesOn(): boolean {
    return this.fast > 1;
  }

  to(moment: number): void {
    const at = performance.now();
    const { last } = this;
    const fast = last !== null && at - last.at < REST && Math.abs(moment - last.moment) > (RUSH * Math.max(16, at - last.at)) / 1000;
    this.fast = fast ? this.fast + 1 : 0;
    this.last = { moment, at };
    clearTimeout(this.timer);
    if (this.goesOn) this.timer = setTimeout(() => this.over(), REST);
  }

  end(): void {
    clearTimeout(this.timer);
  }

  private over(): void {
    this.fast = 0;
    this.rested();
  }
}

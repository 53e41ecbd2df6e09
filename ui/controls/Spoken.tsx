import { create } from 'zustand';

const useSpoken = create<{ readonly text: string }>(() => ({ text: '' }));

/** Says something to those who hear the page: what came of something that goes on by itself. Who sees it sees it anyway. */
export function speak(text: string): void {
  // The same words a second time are another text, or they would not be said.
  useSpoken.setState((before) => ({ text: before.text === text ? `${text}\u00A0` : text }));
}

/** Where it is said: once on the page, and once in each panel, which puts the page out of reach. */
export function Spoken() {
  const text = useSpoken((state) => state.text);
  return (
    <div role="status" aria-live="polite" className="sr-only" data-testid="spoken">
      {text}
    </div>
  );
}

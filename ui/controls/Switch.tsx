import { Button } from './Button';

interface Props {
  readonly label: string;
  readonly on: boolean;
  readonly hint?: string;
  readonly disabled?: boolean;
  readonly onChange: (on: boolean) => void;
}

/** Something that is on or off; the word says what, the button how it stands. */
export function Switch({ label, on, hint, disabled = false, onChange }: Props) {
  return <Button label={label} hint={hint ?? label} kind="quiet" chosen={on} disabled={disabled} tight onPress={() => onChange(!on)} />;
}

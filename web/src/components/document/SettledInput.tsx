import { useState, type ComponentProps } from 'react';

interface SettledInputProps extends Pick<ComponentProps<'input'>, 'aria-label' | 'maxLength' | 'inputMode'> {
  readonly value: string;
  /** What of the typed text is kept. */
  readonly filter?: (typed: string) => string;
  readonly settle: (typed: string) => void;
}

/** A field whose text counts when it is left or Enter is pressed; Escape takes it back. */
export const SettledInput = ({ value, filter = (typed) => typed, settle, ...input }: SettledInputProps) => {
  const [typed, setTyped] = useState<string | null>(null);
  const leave = (): void => {
    if (typed !== null && typed.trim() !== '' && typed.trim() !== value) settle(typed.trim());
    setTyped(null);
  };
  return (
    <input
      {...input}
      value={typed ?? value}
      onChange={({ target }) => setTyped(filter(target.value))}
      onBlur={leave}
      onKeyDown={(event) => {
        if (event.key === 'Escape') setTyped(null);
        if (event.key === 'Enter' || event.key === 'Escape') event.currentTarget.blur();
      }}
    />
  );
};

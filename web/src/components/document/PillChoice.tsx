import { useId, type ReactNode } from 'react';

interface PillChoiceProps {
  readonly label: string;
  readonly value: string;
  readonly options?: readonly (readonly [value: string, label: string])[];
  readonly choose: (value: string) => void;
  readonly strong?: boolean;
  /** Whether the options say themselves what they are, so that the label need not be seen. */
  readonly plain?: boolean;
  /** Options that are grouped, in place of a plain list. */
  readonly children?: ReactNode;
}

/** One thing to set, as a quiet pill. The focus goes back to the document, so that its keys work on. */
export const PillChoice = ({ label, value, options, choose, strong, plain, children }: PillChoiceProps) => {
  const id = useId();
  return (
    <span className={strong ? 'choice choice-strong' : 'choice'}>
      <label htmlFor={id} className={plain ? 'visually-hidden' : undefined}>
        {label}
      </label>
      <select
        id={id}
        title={label}
        value={value}
        onChange={({ target }) => {
          choose(target.value);
          target.blur();
        }}
      >
        {children}
        {options?.map(([key, text]) => (
          <option key={key} value={key}>
            {text}
          </option>
        ))}
      </select>
    </span>
  );
};

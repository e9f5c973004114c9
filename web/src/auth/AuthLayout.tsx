import { say } from '@fleet-wren/wording';
import './auth.scss';
import type { ReactNode } from 'react';
import { Form } from 'react-bootstrap';
import type { UseFormRegisterReturn } from 'react-hook-form';
import { FingeringThumbnail } from '../components/fingering-diagram/FingeringThumbnail.tsx';
import type { ThumbnailStroke } from '@fleet-wren/core';

/** A roll over an alternating thumb, to show at the door what the house is about. */
const SAMPLE: readonly ThumbnailStroke[] = [
  [0, 5, 'p'],
  [0, 2, 'm'],
  [0.125, 4, 'p'],
  [0.1875, 3, 'i'],
  [0.25, 6, 'p'],
  [0.3125, 2, 'm'],
  [0.375, 4, 'p'],
  [0.4375, 1, 'a'],
  [0.5, 5, 'p'],
  [0.5625, 3, 'i'],
  [0.625, 4, 'p'],
  [0.75, 6, 'p'],
  [0.8125, 1, 'a'],
  [0.8125, 2, 'm'],
  [0.875, 4, 'p'],
  [0.9375, 3, 'i'],
];

/** The page before the studio: what this is on one side, a form on the other. */
export const AuthLayout = ({
  title,
  error,
  children,
}: {
  readonly title: string;
  readonly error?: string;
  readonly children: ReactNode;
}) => (
  <main className="door">
    <div className="door-words">
      <h1>{say('common.fleet-wren')}</h1>
      <p>{say('sign-in.plan-every-finger-string-and-beat')}</p>
      <FingeringThumbnail strokes={SAMPLE} strings={6} width={560} height={150} />
    </div>
    <section className="door-form" aria-label={title}>
      <h2>{title}</h2>
      {error && (
        <p className="door-error" role="alert">
          {error}
        </p>
      )}
      {children}
    </section>
  </main>
);

/** One labelled line of a form at the door. */
export const AuthField = ({
  label,
  hint,
  ...input
}: {
  readonly label: string;
  readonly hint?: string;
  readonly type?: string;
  readonly autoComplete: string;
} & UseFormRegisterReturn) => (
  <Form.Group className="mb-3" controlId={`door-${input.name}`}>
    <Form.Label>{label}</Form.Label>
    <Form.Control required {...input} />
    {hint && <Form.Text>{hint}</Form.Text>}
  </Form.Group>
);

/** What everybody who comes in for the first time is asked. */
export interface NewTeacherValues {
  readonly name: string;
  readonly email: string;
  readonly password: string;
}

interface NewTeacherProps {
  /** Registers a field with the form it stands in, which may ask for more. */
  readonly field: (name: keyof NewTeacherValues, rules?: { readonly minLength: number }) => UseFormRegisterReturn;
}

/** The fields of who comes in for the first time. */
export const NewTeacherFields = ({ field }: NewTeacherProps) => (
  <>
    <AuthField label={say('sign-in.your-name')} autoComplete="name" {...field('name')} />
    <AuthField label={say('sign-in.email')} type="email" autoComplete="username" {...field('email')} />
    <AuthField
      label={say('sign-in.password')}
      type="password"
      autoComplete="new-password"
      hint={say('sign-in.at-least-12-characters')}
      {...field('password', { minLength: 12 })}
    />
  </>
);

import type { ButtonHTMLAttributes, Ref } from 'react';

const KINDS = {
  primary:
    'border border-transparent bg-accent text-accent-ink hover:brightness-110 disabled:bg-sunk disabled:text-muted disabled:hover:brightness-100',
  plain:
    'border border-edge bg-panel text-ink hover:bg-sunk disabled:border-line disabled:text-muted',
  quiet: 'text-ink hover:bg-sunk disabled:text-muted',
} as const;

export interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  readonly kind?: keyof typeof KINDS;
  readonly ref?: Ref<HTMLButtonElement>;
}

export function Button({ kind = 'plain', className = '', ...rest }: ButtonProps) {
  return (
    <button
      type="button"
      className={`inline-flex min-h-8 items-center justify-center gap-1.5 rounded-md px-3 py-1 text-sm font-medium disabled:cursor-not-allowed ${KINDS[kind]} ${className}`}
      {...rest}
    />
  );
}

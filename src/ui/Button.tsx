import type { ButtonHTMLAttributes } from 'react'

const VARIANTS = {
  act: 'bg-accent text-on-accent border-2 border-accent font-semibold',
  plain: 'border-2 border-ink text-ink font-semibold',
  quiet: 'border-2 border-ink-3 text-ink',
  danger: 'bg-danger text-on-danger border-2 border-danger font-semibold',
  held: 'border-2 border-dashed border-ink-3 text-ink-2 font-semibold',
} as const

interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  variant?: keyof typeof VARIANTS
  /** 72 px, for gloves, on the main act. */
  tall?: boolean
}

export function Button({ variant = 'plain', tall = false, className = '', type = 'button', ...rest }: Props) {
  return (
    <button
      type={type}
      className={`${VARIANTS[variant]} ${tall ? 'min-h-[72px]' : 'min-h-[48px]'} px-4 text-main ${className}`}
      {...rest}
    />
  )
}

interface StrokesProps {
  readonly size: number;
  readonly path: string;
  readonly className?: string;
}

/**
 * An icon of a few strokes. What is on every page is drawn this way and not taken from the package of icons: the
 * phone at the printer waits for all of it.
 */
export function Strokes({ size, path, className }: StrokesProps) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 24 24"
      fill="none"
      stroke="currentColor"
      strokeWidth="2"
      strokeLinejoin="round"
      strokeLinecap="round"
      aria-hidden
      className={className}
    >
      <path d={path} />
    </svg>
  );
}

/** A small square button that says in words what it does. */
export function IconButton({ label, ...rest }: { label: string } & React.ComponentProps<'button'>) {
  return (
    <button
      type="button"
      title={label}
      aria-label={label}
      className="rounded-lg border border-line bg-page p-2 hover:border-leather disabled:opacity-40 aria-pressed:border-leather aria-pressed:bg-leather aria-pressed:text-on-leather"
      {...rest}
    />
  );
}

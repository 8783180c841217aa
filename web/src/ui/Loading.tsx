export function Loading({ what }: { what: string }) {
  return (
    <p className="p-8 text-soft" role="status">
      Looking up the {what} …
    </p>
  );
}

export function Opening() {
  return (
    <div className="grid min-h-60 place-items-center p-10 text-ink-2" role="status">
      Opening…
    </div>
  );
}

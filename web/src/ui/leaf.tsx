export function Leaf({ size = 20 }: { size?: number }) {
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 24 24"
      aria-hidden
      fill="none"
      stroke="currentColor"
      strokeWidth={1.8}
      strokeLinecap="round"
      strokeLinejoin="round"
    >
      <path d="M12 21.5V11M12 14C12 8 15 4.5 20.5 4c0 6-3 10-8.5 10ZM12 17.5c0-3.6-2-6.3-6.5-6.6.1 4 2.5 6.6 6.5 6.6Z" />
    </svg>
  );
}

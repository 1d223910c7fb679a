/** Why an edit of a grid was not taken, beneath it. */
export function Fault({ children }: { children: string | null }) {
  if (children === null) return null;
  return (
    <p role="alert" className="mt-1 text-sm text-fault">
      {children}
    </p>
  );
}

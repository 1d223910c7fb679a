import clsx from 'clsx';
import { type ComponentProps, useId } from 'react';

/** Where a file is chosen; the same one can be chosen again. */
export function FileField({
  label,
  onFile,
  id,
  className,
  ...more
}: Omit<ComponentProps<'input'>, 'type' | 'onChange'> & {
  /** Above it; without one it is named by `id` or `aria-label`. */
  label?: string;
  onFile: (file: File) => void;
}) {
  const own = useId();
  return (
    <>
      {label !== undefined && (
        <label htmlFor={own} className="block text-sm">
          {label}
        </label>
      )}
      <input
        {...more}
        id={label === undefined ? id : own}
        type="file"
        className={clsx(
          'text-sm file:me-3 file:h-8 file:rounded-md file:border file:border-line-strong file:border-solid file:bg-paper file:px-3 file:font-medium hover:file:bg-bone',
          className,
        )}
        onClick={(event) => {
          event.currentTarget.value = '';
        }}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) onFile(file);
        }}
      />
    </>
  );
}

import clsx from 'clsx';
import { type ComponentProps, useId } from 'react';
import { Echo } from './Echo.tsx';
import { type TypedValue, useTypedField } from './useTypedField.ts';

interface TypedFieldProps<T> extends TypedValue<T>, Omit<ComponentProps<'input'>, 'value' | 'onChange' | 'onBlur'> {
  label: string;
  inputClass?: string;
}

/**
 * A field that understands what people type. It previews with each key, commits when left, on Enter or after a pause,
 * and keeps what it cannot take, with the reason beneath.
 */
export function TypedField<T>({ shown, read, commit, preview, label, inputClass, className, onKeyDown, ...rest }: TypedFieldProps<T>) {
  const { text, settled, fault, twoWays, type, leave, giveUp, takeInstead } = useTypedField({
    shown,
    read,
    commit,
    ...(preview && { preview }),
  });
  const faultId = useId();
  return (
    <span className={clsx('relative block', className)}>
      <input
        {...rest}
        data-settled={settled}
        aria-label={label}
        aria-invalid={fault !== null}
        aria-describedby={fault === null ? undefined : faultId}
        autoComplete="off"
        className={clsx(
          'h-8 w-full rounded-md border bg-paper px-2 text-base placeholder:text-ash',
          fault === null ? 'border-line-strong' : 'border-fault bg-fault-soft',
          inputClass,
        )}
        value={text}
        onChange={(event) => type(event.target.value)}
        onBlur={leave}
        onKeyDown={(event) => {
          if (event.key === 'Enter') leave();
          if (event.key === 'Escape' && !settled) {
            event.stopPropagation();
            giveUp();
          }
          onKeyDown?.(event);
        }}
      />
      {twoWays !== null && fault === null && <Echo twoWays={twoWays} onInstead={takeInstead} />}
      {fault !== null && (
        <span id={faultId} role="alert" className="fault-line mt-0.5 block text-xs text-fault">
          {fault}
        </span>
      )}
    </span>
  );
}

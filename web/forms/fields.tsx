import { useId, useState, type ChangeEvent, type ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useController, useFormContext, type FieldValues, type Path } from 'react-hook-form';
import { roundTo } from '../../core/brew';
import { typedNumber } from './typed';

/** The fields of every form: label, control, its unit, a word of help, and what is wrong with it. */

interface FieldProps {
  name: string;
  label: string;
  help?: ReactNode;
  className?: string;
}

function useField(name: string) {
  const { field, fieldState } = useController<FieldValues, Path<FieldValues>>({ name });
  return {
    field: field as {
      value: string;
      onChange: (value: unknown) => void;
      onBlur: () => void;
      ref: React.RefCallback<HTMLElement>;
      name: string;
    },
    problem: fieldState.error?.message,
  };
}

/** A word of help under a field, which the field is described by. */
export function Help({ id, help }: { id: string; help: ReactNode }) {
  return help ? (
    <Form.Text id={`${id}-help`} as="div">
      {help}
    </Form.Text>
  ) : null;
}

function Frame({
  id,
  label,
  help,
  problem,
  className,
  children,
}: Omit<FieldProps, 'name'> & { id: string; problem: string | undefined; children: ReactNode }) {
  return (
    <div className={className}>
      <Form.Label htmlFor={id}>{label}</Form.Label>
      {children}
      {problem && (
        <div className="invalid-feedback d-block" id={`${id}-problem`}>
          {problem}
        </div>
      )}
      <Help id={id} help={help} />
    </div>
  );
}

const describedBy = (id: string, problem: string | undefined, help: ReactNode): string | undefined =>
  [problem && `${id}-problem`, help && `${id}-help`].filter(Boolean).join(' ') || undefined;

/** A field typed in another unit than the form keeps: both as text. */
export interface OtherUnit {
  shown: (kept: string) => string;
  kept: (typed: string) => string;
  problem: (said: string) => string;
}

export interface TextFieldProps extends FieldProps {
  type?: 'text' | 'date' | 'datetime-local';
  unit?: string;
  decimal?: boolean;
  rows?: number;
  max?: string;
  autoFocus?: boolean;
  placeholder?: string;
  other?: OtherUnit | undefined;
  /** What is offered to be typed. */
  offers?: readonly string[];
  /** Hears what is typed. */
  onTyped?: (typed: string) => void;
}

/** One line, a date, a number with its unit, or several lines of text. */
export function TextField({
  name,
  label,
  help,
  className,
  type = 'text',
  unit,
  decimal,
  rows,
  max,
  autoFocus,
  placeholder,
  other,
  offers = [],
  onTyped,
}: TextFieldProps) {
  const id = useId();
  const { field, problem: said } = useField(name);
  // While it is typed it stays as it is typed: 200.0 is not made 200 under one's fingers.
  const [typing, setTyping] = useState<string | null>(null);
  const problem = said !== undefined && other ? other.problem(said) : said;
  const inOtherUnit = other && {
    value: typing ?? other.shown(field.value),
    onChange: ({ target }: ChangeEvent<HTMLInputElement>) => {
      setTyping(target.value);
      field.onChange(other.kept(target.value));
    },
    onBlur: () => {
      setTyping(null);
      field.onBlur();
    },
  };
  const heard = onTyped && {
    onChange: ({ target }: ChangeEvent<HTMLInputElement>) => {
      field.onChange(target.value);
      onTyped(target.value);
    },
  };
  const control = (
    <Form.Control
      {...field}
      {...heard}
      {...inOtherUnit}
      id={id}
      {...(rows ? { as: 'textarea', rows, dir: 'auto' } : { type })}
      inputMode={decimal ? 'decimal' : undefined}
      autoComplete="off"
      autoFocus={autoFocus}
      max={max}
      list={offers.length > 0 ? `${id}-offers` : undefined}
      placeholder={placeholder}
      isInvalid={problem !== undefined}
      aria-invalid={problem !== undefined}
      aria-describedby={describedBy(id, problem, help)}
    />
  );
  return (
    <Frame {...{ id, label, help, problem, className }}>
      {unit ? (
        <div className="with-unit">
          {control}
          <span className="unit">{unit}</span>
        </div>
      ) : (
        control
      )}
      {offers.length > 0 && (
        <datalist id={`${id}-offers`}>
          {offers.map((offer) => (
            <option key={offer} value={offer} />
          ))}
        </datalist>
      )}
    </Frame>
  );
}

/** A choice among a few. */
export function SelectField({
  name,
  label,
  help,
  className,
  options,
}: FieldProps & { options: readonly { value: string; text: string }[] }) {
  const id = useId();
  const { field, problem } = useField(name);
  return (
    <Frame {...{ id, label, help, problem, className }}>
      <Form.Select
        {...field}
        id={id}
        isInvalid={problem !== undefined}
        aria-describedby={describedBy(id, problem, help)}
      >
        {options.map(({ value, text }) => (
          <option key={value} value={value}>
            {text}
          </option>
        ))}
      </Form.Select>
    </Frame>
  );
}

const OWN = ' own';

/** A choice among known words, or one of the taster's own. */
export function OpenSelectField({
  name,
  label,
  options,
  ownLabel,
  onPick,
}: FieldProps & { options: readonly string[]; ownLabel: string; onPick?: (picked: string) => void }) {
  const id = useId();
  const { field, problem } = useField(name);
  const [own, setOwn] = useState(false);
  const known = options.includes(field.value);
  return (
    <Frame {...{ id, label, problem }}>
      <Form.Select
        id={id}
        value={own ? OWN : field.value}
        isInvalid={problem !== undefined}
        onChange={(event) => {
          setOwn(event.target.value === OWN);
          field.onChange(event.target.value === OWN ? '' : event.target.value);
          onPick?.(event.target.value);
        }}
      >
        {!known && !own && <option value={field.value}>{field.value}</option>}
        {options.map((option) => (
          <option key={option}>{option}</option>
        ))}
        <option value={OWN}>{ownLabel} …</option>
      </Form.Select>
      {own && <Form.Control {...field} className="mt-1" aria-label={ownLabel} autoFocus autoComplete="off" />}
    </Frame>
  );
}

interface MarkFieldProps extends FieldProps {
  step: number;
  max: number;
  /** What the first step begins with. */
  start: number;
  autoFocus?: boolean;
  /** The mark one step on, where its steps are not all alike. */
  stepText?: (text: string, by: 1 | -1) => string;
}

/** A mark with a thumb-sized step down and up; empty until it is given. */
export function MarkField({ name, label, help, className, step, max, start, autoFocus, stepText }: MarkFieldProps) {
  const id = useId();
  const { field, problem } = useField(name);
  const nudge = (by: number): void => {
    if (stepText) {
      field.onChange(stepText(field.value, by > 0 ? 1 : -1));
      return;
    }
    const value = typedNumber(field.value);
    const next = typeof value === 'number' ? value + by : start;
    field.onChange(String(roundTo(Math.min(max, Math.max(0, next)), 2)));
  };
  return (
    <Frame {...{ id, label, help, problem, className }}>
      <div className="stepper">
        <Button variant="plain" aria-label={`${label}: less`} onClick={() => nudge(-step)} tabIndex={-1}>
          −
        </Button>
        <Form.Control
          {...field}
          id={id}
          inputMode="decimal"
          autoComplete="off"
          placeholder="–"
          autoFocus={autoFocus}
          isInvalid={problem !== undefined}
          aria-invalid={problem !== undefined}
          aria-describedby={describedBy(id, problem, help)}
          onKeyDown={(event) => {
            if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
            event.preventDefault();
            nudge(event.key === 'ArrowUp' ? step : -step);
          }}
        />
        <Button variant="plain" aria-label={`${label}: more`} onClick={() => nudge(step)} tabIndex={-1}>
          +
        </Button>
      </div>
    </Frame>
  );
}

/** Yes or no. */
export function SwitchField({ name, label, help }: FieldProps) {
  const { register } = useFormContext();
  const id = useId();
  return (
    <div>
      <Form.Check {...register(name)} type="switch" id={id} label={label} />
      {help && <Form.Text as="div">{help}</Form.Text>}
    </div>
  );
}

interface TapsProps<T extends string> {
  label: string;
  help?: ReactNode;
  options: readonly T[];
  pressed: readonly string[];
  onTap: (option: T) => void;
  textOf?: (option: T) => string;
  /** What stands beside them. */
  children?: ReactNode;
}

/** A row of words, each one tap. */
export function Taps<T extends string>({
  label,
  help,
  options,
  pressed,
  onTap,
  textOf = (option) => option,
  children,
}: TapsProps<T>) {
  const id = useId();
  return (
    <div
      className="taps"
      role="group"
      aria-labelledby={`${id}-label`}
      aria-describedby={help ? `${id}-help` : undefined}
    >
      <span className="form-label" id={`${id}-label`}>
        {label}
      </span>
      <div>
        {options.map((option) => (
          <button
            key={option}
            type="button"
            className="btn btn-plain"
            aria-pressed={pressed.includes(option)}
            onClick={() => onTap(option)}
          >
            {textOf(option)}
          </button>
        ))}
        {children}
      </div>
      <Help id={id} help={help} />
    </div>
  );
}

/** A choice among words by one tap, a second takes it back; several where the value is a list. */
export function TapsField({ name, label, help, options }: FieldProps & { options: readonly string[] }) {
  const { field: kept } = useController<FieldValues, Path<FieldValues>>({ name });
  const value = kept.value as string | string[];
  const tap = (option: string): void => {
    if (Array.isArray(value))
      kept.onChange(value.includes(option) ? value.filter((one) => one !== option) : [...value, option]);
    else kept.onChange(value === option ? '' : option);
  };
  return (
    <Taps label={label} help={help} options={options} pressed={Array.isArray(value) ? value : [value]} onTap={tap} />
  );
}

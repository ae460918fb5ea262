/** How every field for a number behaves, whatever its unit. */
import { useTimeoutFn } from '@vueuse/core';
import { computed, ref, watch, type Ref } from 'vue';

export interface NumberFieldOptions {
  /** The value as it stands in the job. */
  readonly value: () => number;
  readonly min: () => number;
  readonly max: () => number;
  /** What was typed as a value; null when it is none. */
  readonly parse: (typed: string) => number | null;
  /** A value as it stands in the field. */
  readonly show: (value: number) => string;
  /** A value with its unit. */
  readonly name: (value: number) => string;
  /** What the field takes, in words. */
  readonly noun: string;
  readonly accept: (value: number) => void;
}

export interface NumberField {
  readonly typed: Ref<string>;
  /** Why what is typed is not taken; empty when it is. */
  readonly problem: Ref<string>;
  /** What was not taken when the field was left, for a while or until it is entered again. */
  readonly said: Ref<string>;
  readonly isFocused: Ref<boolean>;
  /** The allowed values. */
  readonly range: Ref<string>;
  focus(): void;
  type(text: string): void;
  /** What is typed is meant: from here on it is what comes back. */
  settle(): void;
  /** To another value in one step, within the allowed ones. */
  stepTo(value: number): void;
  leave(): void;
}

/** A number with a point or a comma, of something that is shown times a scale; null when it is none. */
export const plainNumber = (text: string, scale: number): number | null =>
  /^\s*[-+]?(\d+([.,]\d*)?|[.,]\d+)\s*$/.test(text) ? Number(text.replace(',', '.')) / scale : null;

/** Time to read what was not taken. */
const readingMs = 8000;

/** Values closer than this are the same. */
const same = 1e-6;

/**
 * What is typed is taken as soon as it is allowed. Where it is not, the value from before the typing stands: never a part of
 * what was typed, and never the nearest allowed value. On leaving the field says so.
 */
export function useNumberField(options: NumberFieldOptions): NumberField {
  const { value, min, max, parse, show, name, noun, accept } = options;
  const typed = ref(show(value()));
  const problem = ref('');
  const said = ref('');
  const isFocused = ref(false);
  const range = computed(() => `${show(min())} to ${name(max())}`);
  const forget = useTimeoutFn(() => (said.value = ''), readingMs, { immediate: false });
  let before = value();
  /** What was given last from here: when it comes back nothing is new. */
  let given = value();

  const give = (next: number): void => {
    given = next;
    if (Math.abs(next - value()) > same) accept(next);
  };
  const reset = (): void => {
    typed.value = show(value());
    problem.value = '';
  };
  watch([value, () => show(value())], ([now]) => {
    const isOwn = Math.abs(now - given) < same;
    if (!isOwn) before = given = now;
    // What is being typed stays as it is for as long as it is what the job has.
    if (!isFocused.value || !isOwn) reset();
  });

  return {
    typed,
    problem,
    said,
    isFocused,
    range,
    focus: () => {
      isFocused.value = true;
      said.value = '';
      before = given = value();
    },
    type: (text) => {
      typed.value = text;
      const next = parse(text);
      problem.value =
        next === null
          ? `“${text}” is no ${noun}. Give ${range.value}.`
          : next < min() - same || next > max() + same
            ? `${name(next)} is outside ${range.value}.`
            : '';
      give(problem.value === '' ? next! : before);
    },
    settle: () => {
      if (problem.value === '') before = value();
    },
    stepTo: (next) => {
      const within = Math.min(Math.max(next, min()), max());
      problem.value = '';
      typed.value = show(within);
      give(within);
      before = within;
    },
    leave: () => {
      isFocused.value = false;
      said.value = problem.value === '' ? '' : `${problem.value} It stays ${name(value())}.`;
      if (said.value !== '') forget.start();
      reset();
    },
  };
}

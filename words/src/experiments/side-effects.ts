import { formatQuantity } from '@nab/core/quantities';
import type { SideEffect } from '@nab/core/lesson';

const NAMES: Readonly<Record<SideEffect['what'], string>> = {
  current: 'Current',
  wire: 'Wire',
  resistance: 'Resistance',
  heat: 'Heat in the coil',
  drain: 'Charge a trial',
  turns: 'Turns',
};

/** A side effect as name, first and last value. */
export function sideEffectText({ what, from, to }: SideEffect): {
  name: string;
  from: string;
  to: string;
} {
  const text = (value: number): string => {
    switch (what) {
      case 'current':
        return formatQuantity(value, 'current', 'A', 2);
      case 'wire':
        return formatQuantity(value, 'length', 'm', 2);
      case 'resistance':
        return formatQuantity(value, 'resistance', value < 0.1 ? 'mΩ' : 'Ω', 2);
      case 'heat':
        return `${value.toPrecision(2)} W`;
      case 'drain':
        return `${(value / 3.6).toPrecision(2)} mAh`;
      case 'turns':
        return String(Math.round(value));
    }
  };
  return { name: NAMES[what], from: text(from), to: text(to) };
}

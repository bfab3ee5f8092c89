import type { ExperimentDocument, Plan } from '@nab/contract';
import { formatNumber, WIRE_RESERVE } from '@nab/core';
import { experimentKit, type Counted } from './experiment-kit.js';
import { cellText, supplyText, wireLine, wireText } from '../index.js';

/** A line of the kit: what, for one group, and for all. */
export interface KitItem {
  readonly name: string;
  readonly each: string;
  readonly all: string;
}

/** What one group needs on its table, and the class in the box. */
export function kitOf(document: ExperimentDocument, plan: Plan, wirePerGroup: number): KitItem[] {
  const groups = plan.groups.length;
  const item = (name: string, each: number): KitItem => ({
    name,
    each: String(each),
    all: String(each * groups),
  });
  const { wire, supply, leads } = document;
  return [
    ...experimentKit(document)
      .body(document)
      .map(([name, each]) => item(name, each)),
    {
      name: wireLine(wire),
      each: wireText(wirePerGroup),
      all: `${formatNumber(wirePerGroup * groups * WIRE_RESERVE)} m with a tenth spare`,
    },
    supply.kind === 'bench' || plan.hold === 'bench-supply'
      ? item(supply.kind === 'bench' ? supplyText(supply) : 'Bench supply with a current limit', 1)
      : item(`${cellText(supply)}, of one kind and age`, supply.series * supply.parallel),
    item('Clip leads', leads.count),
    ...(leads.diode === 'yes' ? [item('Rectifier diode across the coil', 1)] : []),
    ...measuredWith(document, plan).map(([name, each]) => item(name, each)),
    ...(wire.form !== 'foil' && wire.insulation.startsWith('enamel')
      ? [item('Fine sandpaper, a piece', 1)]
      : []),
    item('Labels for the coils', plan.levels.length),
  ];
}

/** What the reading is taken with. */
function measuredWith(document: ExperimentDocument, plan: Plan): Counted[] {
  switch (plan.measure) {
    case 'objects-one-end':
    case 'objects-each-end':
    case 'objects-both-ends':
    case 'chain-length':
    case 'jump-distance':
      return trayOf(document, plan);
    case 'each-object':
      return plan.objects.map(({ name }) => [name, 1]);
    case 'load-held':
    case 'load-yes-no':
    case 'fewest-cells':
      return [
        ['Weights, or a bucket and a scale', 1],
        ['Box with sand or a cushion to drop into', 1],
      ];
    case 'needle-angle':
      return [['Compass with degrees', 1]];
    case 'flux-density':
      return [['Probe or telephone that reads millitesla', 1]];
    case 'time':
      return [['Stop-watch', 1]];
    case 'sentence':
      return [];
  }
}

function trayOf(document: ExperimentDocument, plan: Plan): Counted[] {
  const objects = experimentKit(document).objects?.(document);
  return objects ? [[`${objects}, counted into the tray`, plan.traySize]] : [];
}

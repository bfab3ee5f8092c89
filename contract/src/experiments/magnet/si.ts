import { HEADED_SHAPES, THREADED_SHAPES, type MagnetDesign } from '@nab/core/experiments';
import { parseQuantity, type QuantityKind } from '@nab/core/quantities';
import { SMALL_OBJECTS, defaultYoke, type Coil, type YokeBar } from '@nab/core/physics';
import type { DesignDocument } from './design.js';

/** Adhesive tape round a folded strip, m. Typical, from memory. */
const TAPE_THICKNESS = 6e-5;

const si = (text: string, kind: QuantityKind = 'length'): number => parseQuantity(text, kind).si;

/** A wire in SI. The part must be valid. */
export function toWire(wire: DesignDocument['wire']): Coil['wire'] {
  return {
    conductor: wire.conductor,
    diameter: si(wire.size, 'wireDiameter'),
    insulation: wire.insulation,
    form: wire.form,
    join: wire.cableJoin,
    ...(wire.form === 'foil' &&
      wire.foilWidth !== undefined &&
      wire.foilThickness !== undefined && {
        foil: {
          width: si(wire.foilWidth),
          thickness: si(wire.foilThickness),
          folds: wire.folds,
          tape: TAPE_THICKNESS,
        },
      }),
  };
}

/** A supply in SI. The part must be valid. */
export function toSupply(supply: DesignDocument['supply']): Coil['supply'] {
  return {
    chemistry: supply.chemistry,
    size: supply.size,
    series: supply.series,
    parallel: supply.parallel,
    plusTail: supply.plusTail,
    used: supply.used / 100,
    temperature: si(supply.temperature, 'temperature'),
    ...(supply.kind === 'bench' &&
      supply.voltage !== undefined &&
      supply.currentLimit !== undefined && {
        bench: {
          voltage: si(supply.voltage, 'voltage'),
          currentLimit: si(supply.currentLimit, 'current'),
        },
      }),
    ...(supply.emf !== undefined &&
      supply.internalResistance !== undefined && {
        measured: {
          emf: si(supply.emf, 'voltage'),
          internalResistance: si(supply.internalResistance, 'resistance'),
        },
      }),
  };
}

/** Leads in SI. The part must be valid. */
export function toLeads(leads: DesignDocument['leads']): Coil['leads'] {
  return {
    count: leads.count,
    resistanceEach: si(leads.resistanceEach, 'resistance'),
    switchResistance: si(leads.switchResistance, 'resistance'),
    diode: leads.diode === 'yes',
  };
}

/** The bar across two cores; what is not typed is as a screwed bar of the core's own section. */
function toBar(core: DesignDocument['core'], diameter: number): YokeBar {
  const usual = defaultYoke(diameter / 2);
  const typed = (text: string | undefined, otherwise: number): number =>
    text === undefined ? otherwise : si(text);
  return {
    ...usual,
    width: typed(core.yokeWidth, usual.width),
    thickness: typed(core.yokeThickness, usual.thickness),
    jointGap: typed(core.yokeGap, usual.jointGap),
  };
}

/** The same design in SI for the core. The document must be valid. */
export function toMagnetDesign(design: DesignDocument): MagnetDesign {
  const { core, wire, winding, supply, leads, load } = design;
  const hasHead =
    HEADED_SHAPES.includes(core.shape) &&
    core.headDiameter !== undefined &&
    core.headHeight !== undefined;
  const isStrip =
    core.shape === 'strip' && core.stripWidth !== undefined && core.stripThickness !== undefined;
  const strip = isStrip
    ? { width: si(core.stripWidth!), thickness: si(core.stripThickness!) }
    : undefined;
  // A strip counts by its girth wherever a diameter is wanted.
  const diameter = strip ? (2 * (strip.width + strip.thickness)) / Math.PI : si(core.diameter);
  return {
    core: {
      shape: core.shape,
      length: si(core.length),
      diameter,
      bore: core.shape === 'pipe' && core.bore !== undefined ? si(core.bore) : 0,
      ...(hasHead && {
        head: { diameter: si(core.headDiameter!), height: si(core.headHeight!) },
        headAt: core.headAt,
      }),
      ...(THREADED_SHAPES.includes(core.shape) &&
        core.threadPitch !== undefined && { thread: si(core.threadPitch) }),
      ...(strip && { strip }),
      material: core.material,
    },
    wire: toWire(wire),
    winding: {
      turns: winding.turns,
      start: si(winding.start),
      end: si(winding.end),
      base: si(winding.base),
      neatness: winding.neatness,
      layerStyle: winding.layerStyle,
      startAt: winding.startAt,
      sense: winding.sense,
      tail: si(winding.tails),
      inThread: winding.guide === 'thread',
      stacking: winding.stacking,
      branches: winding.branches,
      ...(winding.measuredResistance !== undefined && {
        measuredResistance: si(winding.measuredResistance, 'resistance'),
      }),
    },
    supply: toSupply(supply),
    leads: toLeads(leads),
    ...(core.poles === 'two' && {
      pair: {
        spacing: si(core.spacing),
        yoke: core.yoke,
        ...(core.yoke === 'bar' && { bar: toBar(core, diameter) }),
        opposed: winding.second === 'opposite',
        coils: winding.coils,
      },
    }),
    ends: load.ends,
    objectMass: si(load.massEach, 'mass'),
    heap: {
      ...SMALL_OBJECTS[load.object].heap,
      classFactor: SMALL_OBJECTS[load.object].classFactor,
    },
    method: load.method,
    objectLink: {
      length: load.ownLength ? si(load.ownLength) : SMALL_OBJECTS[load.object].length_m,
      thickness: load.ownThickness ? si(load.ownThickness) : SMALL_OBJECTS[load.object].thickness_m,
    },
    plate: {
      width: si(load.plateWidth),
      thickness: si(load.plateThickness),
      gap: si(load.contactGap),
      tilt: si(load.plateTilt),
    },
    roomTemperature: si(design.roomTemperature, 'temperature'),
    touch: design.touch,
  };
}

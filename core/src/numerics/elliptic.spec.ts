import ellipe from '@stdlib/math-base-special-ellipe';
import ellipk from '@stdlib/math-base-special-ellipk';
import { describe, expect, it } from 'vitest';
import { cel, ellipticKE } from './elliptic.js';
import { integrate } from './gauss-legendre.js';

const ke = (m1: number): { K: number; E: number } => {
  const out = { K: 0, E: 0 };
  ellipticKE(m1, out);
  return out;
};

describe('complete elliptic integrals', () => {
  // Source: @stdlib's ellipk and ellipe, an independent implementation (Fukushima's series).
  it.each([0.5, 0.1, 0.9, 0.999, 1e-3, 0.25])(
    'agree with an independent library at m = %f',
    (m) => {
      const { K, E } = ke(1 - m);
      expect(Math.abs(K / ellipk(m) - 1)).toBeLessThan(5e-15);
      expect(Math.abs(E / ellipe(m) - 1)).toBeLessThan(5e-15);
    },
  );

  // Source: Abramowitz & Stegun, table 17.1, m = 0.5 (values from memory).
  it('give the tabulated values at m = 0.5', () => {
    expect(ke(0.5).K).toBeCloseTo(1.85407467730137, 13);
    expect(ke(0.5).E).toBeCloseTo(1.35064388104768, 13);
  });

  it('satisfy Legendre’s relation K E′ + E K′ − K K′ = π/2', () => {
    for (const m of [0.01, 0.2, 0.5, 0.77]) {
      const a = ke(1 - m);
      const b = ke(m);
      expect(a.K * b.E + a.E * b.K - a.K * b.K).toBeCloseTo(Math.PI / 2, 12);
    }
  });

  it('are NaN where K diverges', () => {
    expect(ke(0).K).toBeNaN();
    expect(ke(-0.1).E).toBeNaN();
  });
});

describe('the generalised integral cel', () => {
  it('contains K and E', () => {
    const kc = 0.3;
    const { K, E } = ke(kc * kc);
    expect(cel(kc, 1, 1, 1)).toBeCloseTo(K, 13);
    expect(cel(kc, 1, 1, kc * kc)).toBeCloseTo(E, 13);
  });

  it('agrees with quadrature of its definition', () => {
    const [kc, p, c, s] = [0.4, 0.7, 1.3, -0.2];
    const direct = integrate(
      (phi) => {
        const c2 = Math.cos(phi) ** 2;
        const s2 = Math.sin(phi) ** 2;
        return (c * c2 + s * s2) / ((c2 + p * s2) * Math.sqrt(c2 + kc * kc * s2));
      },
      0,
      Math.PI / 2,
      60,
    );
    expect(cel(kc, p, c, s)).toBeCloseTo(direct, 12);
  });
});

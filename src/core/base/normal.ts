/** Sum of a polynomial, the highest power first. */
const polynomial = (x: number, coefficients: readonly number[]): number => {
  let sum = 0;
  for (const c of coefficients) sum = sum * x + c;
  return sum;
};

/**
 * Share of a standard normal below `x`, to about fifteen digits (J. F. Hart et al., Computer Approximations, 1968, algorithm 5666; in
 * the tail a continued fraction, G. West, "Better approximations to cumulative normal functions", Wilmott, 2005).
 */
export function normalBelow(x: number): number {
  const z = Math.abs(x);
  const above = z > 37 ? 0 : Math.exp((-z * z) / 2) * tail(z);
  return x > 0 ? 1 - above : above;
}

function tail(z: number): number {
  if (z >= 7.07106781186547) return 1 / (2.506628274631 * (z + 1 / (z + 2 / (z + 3 / (z + 4 / (z + 0.65))))));
  return (
    polynomial(
      z,
      [
        0.0352624965998911, 0.700383064443688, 6.37396220353165, 33.912866078383, 112.079291497871,
        221.213596169931, 220.206867912376,
      ],
    ) /
    polynomial(
      z,
      [
        0.0883883476483184, 1.75566716318264, 16.064177579207, 86.7807322029461, 296.564248779674,
        637.333633378831, 793.826512519948, 440.413735824752,
      ],
    )
  );
}

const CENTRE = [
  [
    2509.0809287301227, 33430.57558358813, 67265.7709270087, 45921.95393154987, 13731.69376550946,
    1971.5909503065513, 133.14166789178438, 3.3871328727963665,
  ],
  [
    5226.495278852854, 28729.085735721943, 39307.89580009271, 21213.794301586597, 5394.196021424751,
    687.1870074920579, 42.31333070160091, 1,
  ],
] as const;
const MIDDLE = [
  [
    0.0007745450142783414, 0.022723844989269184, 0.2417807251774506, 1.2704582524523684, 3.6478483247632045,
    5.769497221460691, 4.630337846156546, 1.4234371107496835,
  ],
  [
    1.0507500716444169e-9, 0.0005475938084995345, 0.015198666563616457, 0.14810397642748008, 0.6897673349851,
    1.6763848301838038, 2.053191626637759, 1,
  ],
] as const;
const FAR = [
  [
    2.0103343992922881e-7, 0.000027115555687434876, 0.0012426609473880784, 0.026532189526576124,
    0.29656057182850487, 1.7848265399172913, 5.463784911164114, 6.657904643501103,
  ],
  [
    2.0442631033899397e-15, 1.421511758316446e-7, 0.000018463183175100548, 0.0007868691311456133,
    0.014875361290850615, 0.1369298809227358, 0.599832206555888, 1,
  ],
] as const;

/**
 * The number below which a share of a standard normal lies, to about sixteen digits; the share is above 0 and below 1
 * (M. J. Wichura, "Algorithm AS 241: The percentage points of the normal distribution", Applied Statistics 37(3), 1988).
 */
export function normalQuantile(share: number): number {
  const q = share - 0.5;
  if (Math.abs(q) <= 0.425) {
    const r = 0.180625 - q * q;
    return (q * polynomial(r, CENTRE[0])) / polynomial(r, CENTRE[1]);
  }
  const r = Math.sqrt(-Math.log(q < 0 ? share : 1 - share));
  const x =
    r <= 5
      ? polynomial(r - 1.6, MIDDLE[0]) / polynomial(r - 1.6, MIDDLE[1])
      : polynomial(r - 5, FAR[0]) / polynomial(r - 5, FAR[1]);
  return q < 0 ? -x : x;
}

/**
 * Loop 3 of the Tern Yard hydraulics lab, which does not exist: a variable-speed
 * circulating pump on a closed water loop. All constants are invented; a test holds the
 * demo's findings against them.
 */
export const rig = {
  /** Head of the pump: H = headAtZeroFlow·s² − headFall·Q², with s = n / ratedSpeed. */
  ratedSpeedRpm: 2900,
  headAtZeroFlowM: 27.6,
  headFallMPerLpm2: 1.45e-3,
  speedsRpm: [1450, 2200, 2900],
  /** Flow at each valve setting as a share of the flow at zero head. */
  flowShares: [0.85, 0.71, 0.57, 0.43, 0.28, 0.14],
  valveOpeningsPercent: [100, 80, 62, 45, 30, 16],
  gravity: 9.80665,
  /** Inner diameter of the pipes on both sides of the pump. */
  pipeDiameterMm: 50,
  /** Moment of inertia of pump and motor, kg·m². */
  inertia: 0.0214,
  /** Drag torque while coasting: constant part in N·m and part with speed squared in N·m/(rad/s)². */
  dragConstant: 0.11,
  dragSquare: 6.2e-6,
  /** Warm-up: first order from start to end temperature, °C, with this time constant, s. */
  warmUp: { from: 18.4, to: 46.8, timeConstant: 612 },
} as const;

/** Head in m at a speed in rpm and a flow in L/min. */
export const headAt = (speed: number, flow: number): number =>
  rig.headAtZeroFlowM * (speed / rig.ratedSpeedRpm) ** 2 - rig.headFallMPerLpm2 * flow ** 2;

/** Flow in L/min at a speed in rpm and a valve setting. */
export const flowAt = (speed: number, share: number): number =>
  share * Math.sqrt(rig.headAtZeroFlowM / rig.headFallMPerLpm2) * (speed / rig.ratedSpeedRpm);

/** Density of water in kg/m³ at a temperature in °C; M. Tanaka et al., Metrologia 38 (2001) 301, equation 1; held against IAPWS R7-97 in a test. */
export const waterDensity = (t: number): number =>
  999.97 * (1 - ((t + 288.9414) / (508929.2 * (t + 68.12963))) * (t - 3.9863) ** 2);

/** Efficiency of the pump at a valve setting. */
export const efficiencyAt = (share: number): number => 0.66 * (1 - ((share - 0.6) / 0.72) ** 2);

import { Random } from '@undameter/core';
import { efficiencyAt, flowAt, headAt, rig, waterDensity } from '@undameter/demo';

export type Setting = 'valve' | 'speed';
export type Quantity = 'flow' | 'discharge' | 'suction' | 'temperature' | 'torque' | 'speed';

/** Seconds after which a setting or a meter has gone 63 % of its way. */
const LAG = { valve: 0.5, speed: 0.8, temperature: 240 } as const;
/** Standard deviation of the noise of each meter, in its unit. */
const NOISE: Record<Quantity, number> = {
  flow: 0.12,
  discharge: 0.25,
  suction: 0.1,
  temperature: 0.02,
  torque: 0.004,
  speed: 1.2,
};
/** The discharge meter creeps away from its zero, kPa a second. */
const DRIFT = 3e-4;
const ATMOSPHERE = 101.3;
const [COLD, WARM] = [21.5, 24];

/**
 * The pump rig of the demo, small: two things can be set, six are read; what is set comes late, meters scatter, one
 * creeps.
 */
export class SimulatedRig {
  private readonly wanted = { valve: 62, speed: 2200 };
  private readonly now = { valve: 62, speed: 2200, temperature: COLD };
  private readonly began: number;
  private last: number;
  private readonly random: Random;

  /** @param clock  s, rising */
  constructor(
    private readonly clock: () => number,
    seed = 1,
  ) {
    this.random = new Random(seed);
    this.began = this.last = clock();
  }

  /** @param value  % of the opening, or 1/min; beyond its range it stays as it was. @returns whether it was taken */
  set(what: Setting, value: number): boolean {
    const [least, most] = what === 'valve' ? [0, 100] : [0, 3000];
    if (!(value >= least && value <= most)) return false;
    this.advance();
    this.wanted[what] = value;
    return true;
  }

  setting(what: Setting): number {
    return this.wanted[what];
  }

  /** A meter as it shows now: L/min, kPa, kPa, °C, N·m, 1/min. */
  read(what: Quantity): number {
    this.advance();
    return this.state()[what] + this.random.normal(NOISE[what]);
  }

  private state(): Record<Quantity, number> {
    const { speed, valve, temperature } = this.now;
    const share = shareAt(valve);
    const flow = flowAt(speed, share);
    const suction = ATMOSPHERE - 0.0008 * flow ** 2;
    const rise = (waterDensity(temperature) * rig.gravity * headAt(speed, flow)) / 1000;
    const power = (rise * 1000 * flow) / 60_000;
    const radians = (speed * Math.PI) / 30;
    return {
      flow,
      suction,
      discharge: suction + rise + DRIFT * (this.last - this.began),
      temperature,
      torque: radians > 1 ? power / efficiencyAt(share) / radians + 0.05 : 0,
      speed,
    };
  }

  private advance(): void {
    const then = this.clock();
    const passed = Math.max(0, then - this.last);
    this.last = then;
    const towards = (from: number, to: number, lag: number): number => to + (from - to) * Math.exp(-passed / lag);
    const { now, wanted } = this;
    now.valve = towards(now.valve, wanted.valve, LAG.valve);
    now.speed = towards(now.speed, wanted.speed, LAG.speed);
    now.temperature = towards(now.temperature, WARM, LAG.temperature);
  }
}

/** Flow at a valve opening as a share of the flow without head; a closed valve lets nothing through. */
function shareAt(opening: number): number {
  const openings = [...rig.valveOpeningsPercent, 0];
  const shares = [...rig.flowShares, 0];
  const k = openings.findIndex((o, i) => i > 0 && o <= opening);
  const [high, low] = [openings[k - 1]!, openings[k]!];
  return shares[k]! + ((opening - low) / (high - low)) * (shares[k - 1]! - shares[k]!);
}

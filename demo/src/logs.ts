import { Random } from '@undameter/core';
import { efficiencyAt, flowAt, headAt, rig, waterDensity } from './rig';

/** A file of the demo, as the rig's logger would have written it. */
export interface DemoFile {
  name: string;
  text: string;
}

/** How one sweep differs from another: when the rig ran, where the pressure shows a spike, how warm the water was. */
interface Sweep {
  name: string;
  test: string;
  seed: number;
  /** Elapsed time in s. */
  start: number;
  end: number;
  spikeTimes: readonly number[];
  waterFrom: number;
}

const SAMPLES = 12140;

/** The main log: three speeds, six valve settings each, with the faults that logs have. */
export const sweepLog = (): DemoFile =>
  sweep({
    name: 'loop3-sweep.csv',
    test: 'head and efficiency sweep',
    seed: 20261103,
    start: 41.2,
    end: 1187,
    spikeTimes: [103.7, 214.9, 388.2, 531.6, 602.4, 777.1, 905.3, 1011.8, 1129.5],
    waterFrom: 18.9,
  });

/** The same settings on another day: begun later, warmer water, spikes elsewhere. */
export const secondSweepLog = (): DemoFile =>
  sweep({
    name: 'loop3-sweep-2.csv',
    test: 'head and efficiency sweep, second day',
    seed: 20261104,
    start: 58.6,
    end: 1196.6,
    spikeTimes: [96.1, 301.4, 455.9, 690.2, 871.3, 1102.7],
    waterFrom: 24.3,
  });

function sweep(day: Sweep): DemoFile {
  const random = new Random(day.seed);
  const lines = [
    'Tern Yard hydraulics lab',
    'Rig: Loop 3',
    `Test: ${day.test}`,
    'Logger: 10 Hz, 11 channels',
    'Operator note: inputs Bearing 2 and Aux 4 not connected',
    '',
    'Elapsed time,Shaft speed,Valve opening,Flow,Suction pressure,Discharge pressure,Shaft torque,Water temperature,Bearing 1 temperature,Bearing 2 temperature,Aux 4',
    's,rpm,%,L/min,kPa,kPa,N·m,°C,°C,°C,mA',
  ];
  const spikes = new Set(day.spikeTimes.map((t) => Math.round(t * 10)));
  let speed = 0;
  let share = 0;
  for (let i = 0; i < SAMPLES; i++) {
    const t = i / 10;
    const target = settingAt(t, day);
    speed += (target.speed - speed) * (1 - Math.exp(-0.1 / 1.6));
    share += (target.share - share) * (1 - Math.exp(-0.1 / 1.1));
    const temperature = day.waterFrom + 7.8 * (t / 1214) ** 1.15;
    const cells = sweepRow({ t, speed, share, valve: target.valve, temperature, spike: spikes.has(i) }, random);
    spoil(cells, i);
    lines.push(cells.join(','));
    if (i === 6000) lines.push('');
  }
  lines.push('# logger stopped by operator', '');
  return { name: day.name, text: lines.join('\n') };
}

function settingAt(t: number, { start, end }: Sweep): { speed: number; share: number; valve: number } {
  const duration = (end - start) / 18;
  const index = Math.floor((t - start) / duration);
  if (index < 0 || index > 17) return { speed: 0, share: 0, valve: 0 };
  const setting = index % 6;
  return {
    speed: rig.speedsRpm[Math.floor(index / 6)]!,
    share: rig.flowShares[setting]!,
    valve: rig.valveOpeningsPercent[setting]!,
  };
}

interface Moment {
  t: number;
  speed: number;
  share: number;
  valve: number;
  temperature: number;
  spike: boolean;
}

function sweepRow({ t, speed, share, valve, temperature, spike }: Moment, random: Random): string[] {
  const turning = speed + random.normal(1.2);
  const flow = flowAt(speed, share);
  const head = speed > 5 ? headAt(turning, flow) : 0;
  const suction = 112 - 9e-4 * flow ** 2;
  const rise = (waterDensity(temperature) * rig.gravity * head) / 1000;
  const omega = (turning * 2 * Math.PI) / 60;
  const torque = speed > 50 ? (rise * (flow / 60)) / (efficiencyAt(share) * omega) + 0.06 : 0.02;
  const discharge = spike ? 655.35 : suction + rise + random.normal(0.45);
  return [
    t.toFixed(1),
    Math.max(0, turning).toFixed(1),
    String(valve),
    (flow + random.normal(0.3)).toFixed(2),
    (suction + random.normal(0.12)).toFixed(2),
    discharge.toFixed(2),
    (torque + random.normal(0.012)).toFixed(3),
    (temperature + random.normal(0.03)).toFixed(2),
    (24 + 19 * (1 - Math.exp(-t / 700)) + random.normal(0.05)).toFixed(1),
    '---',
    '',
  ];
}

/** The few cells that went wrong, and the last row, cut when the logger stopped. */
function spoil(cells: string[], i: number): void {
  if (i % 1103 === 511) cells[3] = 'OL';
  if (i === 2750 || i === 2751 || i === 9034) cells[5] = 'ERR 12';
  if (i === SAMPLES - 1) cells.length = 4;
}

/** Shaft speed at 100 Hz after power-off: torque from inertia. */
export function coastdownLog(): DemoFile {
  const random = new Random(77);
  const lines = ['Time [s];Shaft speed [rpm]'];
  let omega = (2900 * 2 * Math.PI) / 60;
  for (let i = 0; i <= 3600; i++) {
    lines.push(`${(i / 100).toFixed(2)};${((omega * 60) / (2 * Math.PI) + random.normal(0.8)).toFixed(2)}`);
    // Ten small steps a sample keep the explicit integration error far below the noise.
    for (let k = 0; k < 10 && i >= 200; k++)
      omega -= ((rig.dragConstant + rig.dragSquare * omega * omega) / rig.inertia) * 0.001;
    omega = Math.max(0, omega);
  }
  return { name: 'loop3-coastdown.csv', text: lines.join('\n') + '\n' };
}

/** Water temperature after the heater steps on, written with decimal commas. */
export function warmupLog(): DemoFile {
  const random = new Random(5);
  const { from, to, timeConstant } = rig.warmUp;
  const comma = (value: number, digits: number): string => value.toFixed(digits).replace('.', ',');
  const lines = ['# Tern Yard hydraulics lab, Loop 3, warm-up', 'Zeit [min];Water temperature (°C);Heater power / kW'];
  for (let i = 0; i <= 2400; i++) {
    const since = Math.max(0, i - 120);
    const temperature = to + (from - to) * Math.exp(-since / timeConstant);
    lines.push(`${comma(i / 60, 4)};${comma(temperature + random.normal(0.06), 2)};${i < 120 ? '0,0' : '9,0'}`);
  }
  return { name: 'loop3-warmup.csv', text: lines.join('\r\n') + '\r\n' };
}

/** Discharge pressure at 2 kHz: shaft frequency, blade passing and noise. */
export function pulsationLog(): DemoFile {
  const random = new Random(99);
  const lines = ['t/s\tDischarge pressure/kPa'.replace(/\//g, ' / ')];
  const shaft = 2900 / 60;
  for (let i = 0; i < 20000; i++) {
    const t = i / 2000;
    const p = 302 + 1.1 * Math.sin(2 * Math.PI * shaft * t) + 4.2 * Math.sin(2 * Math.PI * 6 * shaft * t + 0.7);
    lines.push(`${t.toFixed(4)}\t${(p + random.normal(1.5)).toFixed(3)}`);
  }
  return { name: 'loop3-pulsation.csv', text: lines.join('\n') + '\n' };
}

/** A simulated head-flow curve at each speed: a little high at low flow, low at high flow. */
export function simulatedHead(): DemoFile {
  const lines = ['# simulated, steady, Loop 3 pump', 'n [rpm],Q [L/min],H [m]'];
  for (const speed of rig.speedsRpm)
    for (let k = 0; k <= 14; k++) {
      const flow = flowAt(speed, 0.065 * k);
      const s = speed / rig.ratedSpeedRpm;
      lines.push(
        `${speed},${flow.toFixed(3)},${(1.026 * rig.headAtZeroFlowM * s * s - 1.58e-3 * flow * flow).toFixed(4)}`,
      );
    }
  return { name: 'loop3-simulated-head.csv', text: lines.join('\n') + '\n' };
}

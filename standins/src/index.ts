/** Simulated instruments for trying out and for tests: they speak what real ones speak, on ports of this machine. */
import { startDataUnit } from './dataUnit';
import { startDrive } from './drive';
import { SimulatedRig } from './SimulatedRig';

export { startFaultyLine, startFaultyRegisters } from './faulty';
export { SimulatedRig } from './SimulatedRig';
export type { StandIn } from './listen';

export interface StandIns {
  rig: SimulatedRig;
  /** Of the unit that measures, by lines of commands, and of the drive, by registers. */
  ports: { dataUnit: number; drive: number };
  /** As if both plugs were pulled; they listen on. */
  pullPlugs(): void;
  stop(): Promise<void>;
}

/** Where they are looked for; others are taken where these are in use. */
export const usualPorts = { dataUnit: 5025, drive: 5020 } as const;

const seconds = (): number => performance.now() / 1000;

/** A small rig with the two instruments that stand at it. @param ports  wanted; 0: any free one */
export async function startStandIns(
  ports: StandIns['ports'] = usualPorts,
  rig = new SimulatedRig(seconds),
): Promise<StandIns> {
  const both = [await startDataUnit(rig, ports.dataUnit), await startDrive(rig, ports.drive)] as const;
  return {
    rig,
    ports: { dataUnit: both[0].port, drive: both[1].port },
    pullPlugs: () => both.forEach((one) => one.pullPlug()),
    stop: async () => void (await Promise.all(both.map((one) => one.stop()))),
  };
}

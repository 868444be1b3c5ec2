import type { Socket } from 'node:net';
import { listen, type StandIn } from './listen';
import type { Quantity, SimulatedRig } from './SimulatedRig';

/** Channels of the data unit. */
const channels: Record<string, { quantity: Quantity; kind: string }> = {
  '101': { quantity: 'discharge', kind: 'PRES' },
  '102': { quantity: 'suction', kind: 'PRES' },
  '103': { quantity: 'temperature', kind: 'TEMP' },
};
/** Infinity, as instruments of this kind state it. */
const OVERLOAD = '9.9E37';

/** A measuring unit that speaks lines of commands: pressures and temperature of the rig. */
export const startDataUnit = (rig: SimulatedRig, port: number): Promise<StandIn> =>
  listen(port, (socket) => new DataUnit(rig).serve(socket));

class DataUnit {
  private readonly errors: string[] = [];
  /** kPa; beyond it the discharge meter is overloaded. */
  private range = 400;
  private text = '';

  constructor(private readonly rig: SimulatedRig) {}

  serve(socket: Socket): void {
    socket.on('data', (bytes) => {
      this.text += bytes.toString('latin1');
      for (let end = this.text.indexOf('\n'); end >= 0; end = this.text.indexOf('\n')) {
        const line = this.text.slice(0, end).trim();
        this.text = this.text.slice(end + 1);
        const answer = line === '' ? undefined : this.answerTo(line);
        if (answer !== undefined) socket.write(`${answer}\n`);
      }
    });
  }

  private answerTo(line: string): string | undefined {
    const [head, ...rest] = line.split(/\s+/);
    const asked = head!.toUpperCase();
    const said = rest.join('');
    if (asked === '*IDN?') return 'Tern Yard,Simulated data unit,0,1.0';
    if (asked === '*OPC?') return '1';
    if (asked === '*CLS' || asked === '*RST') {
      this.errors.length = 0;
      return undefined;
    }
    if (/^SYST(EM)?:ERR(OR)?(:NEXT)?\?$/.test(asked)) return this.errors.shift() ?? '0,"No error"';
    const measured = /^MEAS(?:URE)?(?::SCAL(?:AR)?)?:(PRES|TEMP)[A-Z]*\?$/.exec(asked);
    if (measured) return this.measured(measured[1]!, said);
    if (/^SENS(E)?:PRES(SURE)?:RANG(E)?$/.test(asked)) return this.setRange(Number(said));
    this.errors.push('-113,"Undefined header"');
    return undefined;
  }

  private measured(kind: string, list: string): string | undefined {
    const wanted = /^\(@([\d,]+)\)$/.exec(list)?.[1]?.split(',') ?? [];
    const found = wanted.map((name) => channels[name]).filter((c) => c?.kind === kind);
    if (found.length === 0 || found.length < wanted.length) {
      this.errors.push('-224,"Illegal parameter value"');
      return undefined;
    }
    return found.map((c) => this.shown(c!.quantity)).join(',');
  }

  private shown(quantity: Quantity): string {
    const value = this.rig.read(quantity);
    if (quantity === 'discharge' && value > this.range) return OVERLOAD;
    return value.toExponential(5).toUpperCase();
  }

  private setRange(kPa: number): undefined {
    if (kPa > 0 && kPa <= 1000) this.range = kPa;
    else this.errors.push('-222,"Data out of range"');
    return undefined;
  }
}

import { describe, expect, test } from '@jest/globals';
import type { ChartInstance } from './echarts';
import { attachGestures, drawOverlay, drawSelection, type Gestures } from './gestures';

type Element = { name?: string; shape?: Record<string, number>; style?: Record<string, unknown> };
type Handler = (event: unknown) => void;

/** Two panes of 100 pixels each below each other; ten pixels are one unit of x, y counts from the pane's lower edge. */
function fakeChart() {
  const handlers = new Map<string, Handler>();
  let elements: Element[] = [];
  const zr = {
    on: (name: string, handler: Handler) => handlers.set(name, handler),
    off: (name: string) => handlers.delete(name),
    add: (element: Element) => void (elements.includes(element) || elements.push(element)),
    remove: (element: Element) => void (elements = elements.filter((e) => e !== element)),
    storage: { getRoots: () => [...elements] },
  };
  const chart = {
    getZr: () => zr,
    getOption: () => ({ grid: [{}, {}] }),
    getHeight: () => 248,
    getWidth: () => 800,
    containPixel: ({ gridIndex }: { gridIndex: number }, [x, y]: [number, number]) =>
      x >= 100 && x <= 700 && y >= gridIndex * 100 && y < gridIndex * 100 + 100,
    convertFromPixel: ({ gridIndex }: { gridIndex: number }, [x, y]: [number, number]) => [
      (x - 100) / 10,
      (gridIndex + 1) * 100 - y,
    ],
    convertToPixel: (finder: { gridIndex?: number }, at: number | [number, number]) =>
      typeof at === 'number' ? 100 + 10 * at : [100 + 10 * at[0], ((finder.gridIndex ?? 0) + 1) * 100 - at[1]],
  };
  const send = (name: string, offsetX: number, offsetY: number, more: Record<string, unknown> = {}) =>
    handlers.get(name)?.({ offsetX, offsetY, ...more, event: { preventDefault: () => undefined, ...more } });
  return { chart: chart as unknown as ChartInstance, send, handlers, elements: () => elements };
}

function bench(gestures: (calls: unknown[]) => Gestures) {
  const calls: unknown[] = [];
  const fake = fakeChart();
  const stop = attachGestures(
    fake.chart,
    () => gestures(calls),
    () => '#0d6b62',
  );
  return { ...fake, calls, stop };
}

describe('a drag', () => {
  const dragged = () => bench((calls) => ({ onRange: (range) => calls.push(range), onPick: (at) => calls.push(at) }));

  test('gives the stretch in values of its pane, the lower end first, and which way it went', () => {
    const { send, calls } = dragged();
    send('mousedown', 300, 150);
    send('mousemove', 200, 120);
    send('mouseup', 150, 110);
    expect(calls).toEqual([{ pane: 1, x: [5, 20], y: [50, 90], dragged: -15 }]);
  });

  test('is shaded while it lasts', () => {
    const { send, elements } = dragged();
    send('mousedown', 300, 50);
    send('mousemove', 302, 50);
    expect(elements()).toHaveLength(0);
    send('mousemove', 200, 50);
    expect(elements()[0]!.shape).toMatchObject({ x: 200, width: 100, y: 8, height: 200 });
    send('mouseup', 200, 50);
    expect(elements()).toHaveLength(0);
  });

  test('of less than four pixels is a click, with how much of x four pixels are', () => {
    const { send, calls } = dragged();
    send('mousedown', 300, 50);
    send('mouseup', 303, 48);
    expect(calls).toEqual([{ pane: 0, x: 20, y: 50, reach: expect.closeTo(0.4, 9) }]);
  });

  test('straight up is a drag, not a click', () => {
    const { send, calls } = dragged();
    send('mousedown', 300, 90);
    send('mouseup', 300, 20);
    expect(calls).toEqual([{ pane: 0, x: [20, 20], y: [10, 80], dragged: 0 }]);
  });

  test('beside the panes is nothing, and a button let go without a beginning neither', () => {
    const { send, calls } = dragged();
    send('mousedown', 20, 50);
    send('mouseup', 300, 50);
    send('mouseup', 400, 50);
    expect(calls).toEqual([]);
  });
});

describe('a line drawn with Shift', () => {
  const lassoed = () => bench((calls) => ({ onLasso: (drawn) => calls.push(drawn), onRange: (r) => calls.push(r) }));
  test('gives its corners in values', () => {
    const { send, calls, elements } = lassoed();
    send('mousedown', 200, 50, { shiftKey: true });
    send('mousemove', 202, 50);
    send('mousemove', 300, 50);
    send('mousemove', 300, 90);
    expect(elements()).toHaveLength(1);
    send('mouseup', 300, 90);
    expect(calls).toEqual([
      {
        pane: 0,
        corners: [
          [10, 50],
          [20, 50],
          [20, 10],
        ],
      },
    ]);
    expect(elements()).toHaveLength(0);
  });
  test('of two corners is a drag; a long one keeps at most two hundred corners', () => {
    const { send, calls } = lassoed();
    send('mousedown', 200, 50, { shiftKey: true });
    send('mousemove', 300, 50);
    send('mouseup', 300, 50);
    expect(calls[0]).toHaveProperty('dragged', 10);
    send('mousedown', 100, 50, { shiftKey: true });
    for (let k = 1; k <= 450; k++) send('mousemove', 100 + (k % 2) * 50, 50);
    send('mouseup', 100, 50);
    expect((calls[1] as { corners: unknown[] }).corners).toHaveLength(151);
  });
  test('without anyone who wants it is a drag', () => {
    const { send, calls } = bench((all) => ({ onRange: (range) => all.push(range) }));
    send('mousedown', 200, 50, { shiftKey: true });
    send('mousemove', 250, 60);
    send('mousemove', 300, 90);
    send('mouseup', 300, 90);
    expect(calls).toHaveLength(1);
    expect(calls[0]).toHaveProperty('dragged', 10);
  });
});

describe('a handle', () => {
  const held = () =>
    bench((calls) => ({
      handles: [
        { x: 10, y: 50 },
        { x: 20, y: 50 },
      ],
      onHandle: (handle, to) => calls.push({ handle, to }),
      onRange: () => calls.push('range'),
    }));
  test('within ten pixels is taken hold of and moved; nothing is selected', () => {
    const { send, calls } = held();
    send('mousedown', 306, 56);
    send('mousemove', 350, 40);
    send('mouseup', 350, 40);
    send('mousemove', 400, 40);
    expect(calls).toEqual([{ handle: 1, to: { x: 25, y: 60 } }]);
  });
  test('further off, or in another pane, is not touched', () => {
    const { send, calls } = held();
    send('mousedown', 300, 65);
    send('mouseup', 350, 65);
    send('mousedown', 300, 150);
    send('mouseup', 350, 150);
    expect(calls).toEqual(['range', 'range']);
  });
});

describe('the wheel', () => {
  const turned = () =>
    bench((calls) => ({ onZoom: (at, factor) => calls.push({ at, factor }), onPan: (share) => calls.push({ share }) }));
  test.each([
    [{ wheelDelta: 1 }, { at: 20, factor: 0.8 }],
    [{ wheelDelta: -1 }, { at: 20, factor: 1.25 }],
    [{ wheelDelta: 1, shiftKey: true }, { share: -0.1 }],
    [{ wheelDelta: -1, shiftKey: true }, { share: 0.1 }],
  ])('%j is %j', (event, call) => {
    const { send, calls } = turned();
    send('mousewheel', 300, 50, event);
    expect(calls).toEqual([call]);
  });
  test('beside the panes scrolls the page', () => {
    const { send, calls } = turned();
    send('mousewheel', 20, 50, { wheelDelta: 1 });
    expect(calls).toEqual([]);
  });
});

test('after stopping nothing is listened to', () => {
  const { stop, handlers } = bench(() => ({}));
  expect(handlers.size).toBe(4);
  stop();
  expect(handlers.size).toBe(0);
});

describe('a chosen stretch', () => {
  const panes = [
    { top: 8, height: 90, left: 100, right: 100 },
    { top: 108, height: 90, left: 100, right: 100 },
  ];
  const draw = (range: [number, number] | null, fake = fakeChart()) => {
    drawSelection({ chart: fake.chart, panes }, range, '#0d6b62');
    return fake;
  };
  const shapes = (range: [number, number]) =>
    draw(range)
      .elements()
      .map((e) => e.shape);
  test('is drawn over all panes, cut at their edges', () => {
    expect(shapes([10, 20])).toMatchObject([
      { x: 200, y: 8, width: 100, height: 90 },
      { x: 200, y: 108, width: 100, height: 90 },
    ]);
    expect(shapes([-5, 90])[0]).toMatchObject({ x: 100, width: 600 });
  });
  test('of a single sample is two pixels wide about it', () =>
    expect(shapes([10, 10])[0]).toMatchObject({ x: 199, width: 2 }));
  test('beside the panes is not drawn', () => expect(shapes([-9, -5])).toEqual([]));
  test('takes the place of the one before, and goes with null', () => {
    const fake = draw([10, 20]);
    draw([30, 40], fake);
    expect(fake.elements()).toHaveLength(2);
    expect(fake.elements()[0]!.shape).toMatchObject({ x: 400 });
    draw(null, fake);
    expect(fake.elements()).toEqual([]);
  });
});

describe('a curve under the hand', () => {
  const panes = [{ top: 8, height: 90, left: 100, right: 60 }];
  type Group = { children(): { shape: Record<string, unknown>; style: Record<string, unknown> }[]; name: string };
  const draw = (overlay: Parameters<typeof drawOverlay>[1], over = panes, fake = fakeChart()) => {
    drawOverlay({ chart: fake.chart, panes: over }, overlay, '#a84e08');
    return fake;
  };
  const overlay = { x: [0, 1, 2], y: [10, NaN, 30], colour: '#0072b2', handles: [{ x: 1, y: 20 }] };
  test('runs through what is a number, with its handles', () => {
    const [group] = draw(overlay).elements() as unknown as Group[];
    const [curve, handle] = group!.children();
    expect(curve!.shape['points']).toEqual([
      [100, 90],
      [120, 70],
    ]);
    expect(curve!.style['stroke']).toBe('#0072b2');
    expect(handle).toMatchObject({ shape: { cx: 110, cy: 80 }, style: { fill: '#a84e08' } });
  });
  test('is cut at its pane, replaced by the next, gone with null and where there is no pane', () => {
    const fake = draw(overlay);
    const [group] = fake.elements() as unknown as { getClipPath(): { shape: Record<string, number> } }[];
    expect(group!.getClipPath().shape).toMatchObject({ x: 100, y: 8, width: 640, height: 90 });
    draw(overlay, panes, fake);
    expect(fake.elements()).toHaveLength(1);
    draw(null, panes, fake);
    expect(fake.elements()).toEqual([]);
    expect(draw(overlay, []).elements()).toEqual([]);
  });
});

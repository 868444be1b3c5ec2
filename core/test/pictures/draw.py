"""Draws the pictures beside it: charts of known curves by a general plotting library, as a scanner or a camera would
give them.

Made with matplotlib and Pillow of Debian (python3-matplotlib, python3-pil); run it again with
`/usr/bin/python3 draw.py`. What was drawn is written beside the pictures (truth.json): curves, marks and error bars in
the units of the axes, and where both ends of each axis lie, in pixels from the upper left corner.
"""

import json
import math
from pathlib import Path

import matplotlib

matplotlib.use("Agg")
import matplotlib.pyplot as plt
from matplotlib.patches import Ellipse
from PIL import Image

HERE = Path(__file__).parent
FLOWS = [8, 19, 31, 44, 58, 70, 81, 90, 104]


def head(flow, speed=2900):
    return 27.6 * (speed / 2900) ** 2 - 1.45e-3 * flow**2


def half_bar(flow):
    return 0.6 + 0.006 * flow


def chart(with_grid):
    """A line, a dashed line, and marks with error bars on axes from 0 to 120 and from 0 to 30."""
    figure, axes = plt.subplots(figsize=(8, 5.6), dpi=100)
    axes.set(xlim=(0, 120), ylim=(0, 30), xlabel="Flow, L/min", ylabel="Head, m")
    axes.grid(with_grid)
    flows = [k / 2 for k in range(241)]
    axes.plot(flows, [head(q) for q in flows], color="#b02030", linewidth=1.8)
    axes.plot(flows, [head(q, 2200) for q in flows], color="#2050b0", linewidth=1.8, linestyle="--")
    marks = [head(q, 2600) for q in FLOWS]
    bars = [half_bar(q) for q in FLOWS]
    axes.errorbar(FLOWS, marks, yerr=bars, color="#1c7a46", fmt="none", capsize=4)
    # Marks of a plot are put on whole pixels; these lie where they belong, 9.8 pixels across.
    for q, h in zip(FLOWS, marks):
        axes.add_patch(Ellipse((q, h), 9.8 * 120 / 620, 9.8 * 30 / 431.2, color="#1c7a46", zorder=3))
    return figure, axes


def corners(axes, figure):
    """Pixels of three corners of the axes, from the upper left of the picture."""
    height = figure.bbox.height
    found = {}
    for name, (x, y) in {"origin": (0, 0), "x": (120, 0), "y": (0, 30)}.items():
        px, py = axes.transData.transform((x, y))
        found[name] = [px, height - py]
    return found


def turned(places, degrees, old_size, new_size):
    """Where places lie after the picture was turned around its middle and enlarged to hold all of it."""
    angle = math.radians(degrees)
    cosine, sine = math.cos(angle), math.sin(angle)
    middle = [s / 2 for s in old_size]
    new_middle = [s / 2 for s in new_size]
    moved = {}
    for name, (x, y) in places.items():
        dx, dy = x - middle[0], y - middle[1]
        moved[name] = [new_middle[0] + cosine * dx + sine * dy, new_middle[1] - sine * dx + cosine * dy]
    return moved


def main():
    truth = {"flows": FLOWS, "halfBars": [half_bar(q) for q in FLOWS], "pictures": {}}
    for name, with_grid in [("plain", False), ("grid", True)]:
        figure, axes = chart(with_grid)
        figure.savefig(HERE / f"{name}.png", dpi=100)
        truth["pictures"][f"{name}.png"] = corners(axes, figure)
        if with_grid:
            figure.savefig(HERE / "page.pdf")
        plt.close(figure)
    flat = Image.open(HERE / "grid.png").convert("RGB")
    # PIL turns to the left.
    scan = flat.rotate(3, resample=Image.BICUBIC, expand=True, fillcolor=(255, 255, 255))
    scan.save(HERE / "turned.jpg", quality=60)
    places = turned(truth["pictures"]["grid.png"], 3, flat.size, scan.size)
    truth["pictures"]["turned.jpg"] = places
    (HERE / "truth.json").write_text(json.dumps(truth, indent=2) + "\n")


main()

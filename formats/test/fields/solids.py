"""Writes solids.json: solids of four shapes, what VTK's probe reads within them, and what its cutter makes of them.

Run with Debian's python3 and python3-vtk9: python3 formats/test/fields/solids.py
"""

import json
import pathlib

import numpy
import vtk
from vtk.util.numpy_support import vtk_to_numpy

random = numpy.random.default_rng(20261201)

# Three boxes in a row, each moved a little at its corners so that no side is flat to the last bit: the first a
# hexahedron, the second two prisms, the third a pyramid and two tetrahedra.
points = numpy.array([[x, y, z] for x in range(4) for z in (0, 1) for y in (0, 1)], float)
points += random.uniform(-0.08, 0.08, points.shape)
node = lambda x, y, z: 4 * x + 2 * z + y
ring = lambda x: [node(x, 0, 0), node(x, 1, 0), node(x, 1, 1), node(x, 0, 1)]
a, b, c, d = ring(0), ring(1), ring(2), ring(3)
cells = [
    (vtk.VTK_HEXAHEDRON, [*a, *b]),
    (vtk.VTK_WEDGE, [b[0], b[1], b[2], c[0], c[1], c[2]]),
    (vtk.VTK_WEDGE, [b[0], b[2], b[3], c[0], c[2], c[3]]),
    (vtk.VTK_PYRAMID, [*c, d[0]]),
    (vtk.VTK_TETRA, [c[1], c[2], d[0], d[1]]),
    (vtk.VTK_TETRA, [c[2], c[3], d[0], d[3]]),
]
value = numpy.array([3 * p[0] - p[1] ** 2 + 2 * p[1] * p[2] for p in points])

grid = vtk.vtkUnstructuredGrid()
where = vtk.vtkPoints()
where.SetDataTypeToDouble()
for p in points:
    where.InsertNextPoint(p)
grid.SetPoints(where)
for kind, nodes in cells:
    grid.InsertNextCell(kind, len(nodes), nodes)
column = vtk.vtkDoubleArray()
column.SetName("q")
for v in value:
    column.InsertNextValue(v)
grid.GetPointData().AddArray(column)


def probed(places):
    at = vtk.vtkPolyData()
    of = vtk.vtkPoints()
    of.SetDataTypeToDouble()
    for p in places:
        of.InsertNextPoint(p)
    at.SetPoints(of)
    probe = vtk.vtkProbeFilter()
    probe.SetInputData(at)
    probe.SetSourceData(grid)
    probe.Update()
    out = probe.GetOutput()
    valid = vtk_to_numpy(out.GetPointData().GetArray("vtkValidPointMask"))
    found = vtk_to_numpy(out.GetPointData().GetArray("q"))
    return [float(q) if ok else None for q, ok in zip(found, valid)]


def cut(origin, normal):
    plane = vtk.vtkPlane()
    plane.SetOrigin(origin)
    plane.SetNormal(normal)
    cutter = vtk.vtkCutter()
    cutter.SetInputData(grid)
    cutter.SetCutFunction(plane)
    cutter.GenerateTrianglesOff()
    cutter.Update()
    triangles = vtk.vtkTriangleFilter()
    triangles.SetInputData(cutter.GetOutput())
    triangles.Update()
    out = triangles.GetOutput()
    corners = vtk_to_numpy(out.GetPoints().GetData()).astype(float)
    area = 0.0
    for k in range(out.GetNumberOfCells()):
        ids = out.GetCell(k).GetPointIds()
        p, q, r = (corners[ids.GetId(i)] for i in range(3))
        area += float(numpy.linalg.norm(numpy.cross(q - p, r - p)) / 2)
    return {
        "origin": list(origin),
        "normal": list(normal),
        "area": area,
        "polygons": cutter.GetOutput().GetNumberOfCells(),
        "points": sorted(corners.tolist()),
    }


places = random.uniform([-0.2, -0.2, -0.2], [3.2, 1.2, 1.2], (400, 3))
text = {
    "points": points.tolist(),
    "cells": [[kind, nodes] for kind, nodes in cells],
    "q": value.tolist(),
    "places": places.tolist(),
    "probed": probed(places),
    "cuts": [cut((0.5, 0, 0), (1, 0, 0)), cut((1.4, 0.5, 0.5), (1, 0.3, -0.2)), cut((0, 0.45, 0), (0.1, 1, 0.2))],
}
(pathlib.Path(__file__).parent / "solids.json").write_text(json.dumps(text) + "\n")

"""Writes the fields that the readers are judged by, with VTK 9.1 and meshio of Debian, and what stands in them.

python3 write.py, in this folder. Needs python3-vtk9, python3-meshio.
"""
import json, math
import numpy as np
import meshio
import vtk
from vtk.util.numpy_support import numpy_to_vtk, vtk_to_numpy

def array(name, values):
    made = numpy_to_vtk(np.ascontiguousarray(values), deep=True)
    made.SetName(name)
    return made

def points_of(places, double=True):
    points = vtk.vtkPoints()
    points.SetDataType(vtk.VTK_DOUBLE if double else vtk.VTK_FLOAT)
    for p in places: points.InsertNextPoint(*p)
    return points

# A vane of 5 x 4 nodes: quadrilaterals, two of them as triangles, a line, and a value of each sort.
places = [(0.1 * i, 0.03 * math.sin(i + j), 0.2 * j) for j in range(4) for i in range(5)]
n = len(places)
cp = np.array([1 / (k + 3) for k in range(n)])
velocity = np.array([[k / 7, -k / 9, math.sqrt(k)] for k in range(n)], dtype=np.float32)
count = np.arange(n, dtype=np.int32) - 3

def add_point_data(grid):
    for a in (array('cp', cp), array('velocity', velocity), array('count', count)): grid.GetPointData().AddArray(a)

def unstructured():
    grid = vtk.vtkUnstructuredGrid()
    grid.SetPoints(points_of(places))
    def cell(kind, nodes):
        ids = vtk.vtkIdList()
        for k in nodes: ids.InsertNextId(k)
        grid.InsertNextCell(kind, ids)
    for j in range(3):
        for i in range(4):
            a = 5 * j + i
            if i == 1: cell(vtk.VTK_TRIANGLE, [a, a + 1, a + 6]); cell(vtk.VTK_TRIANGLE, [a, a + 6, a + 5])
            elif i == 2: cell(vtk.VTK_PIXEL, [a, a + 1, a + 5, a + 6])
            else: cell(vtk.VTK_QUAD, [a, a + 1, a + 6, a + 5])
    cell(vtk.VTK_LINE, [0, 4])
    add_point_data(grid)
    grid.GetCellData().AddArray(array('load', np.arange(grid.GetNumberOfCells()) / 3.0))
    return grid

def polydata():
    poly = vtk.vtkPolyData()
    poly.SetPoints(points_of(places))
    strips, polys, lines = vtk.vtkCellArray(), vtk.vtkCellArray(), vtk.vtkCellArray()
    def put(to, nodes):
        to.InsertNextCell(len(nodes))
        for k in nodes: to.InsertCellPoint(k)
    put(lines, [0, 1, 2])
    put(polys, [0, 1, 6, 5]); put(polys, [1, 2, 7]); put(polys, [2, 3, 9, 8, 7])
    put(strips, [5, 10, 6, 11, 7, 12])
    poly.SetLines(lines); poly.SetPolys(polys); poly.SetStrips(strips)
    add_point_data(poly)
    poly.GetCellData().AddArray(array('load', np.arange(poly.GetNumberOfCells()) / 3.0))
    return poly

def structured():
    grid = vtk.vtkStructuredGrid()
    grid.SetDimensions(3, 3, 2)
    grid.SetPoints(points_of([(i, j, k + 0.1 * i) for k in range(2) for j in range(3) for i in range(3)]))
    grid.GetPointData().AddArray(array('T', np.array([20 + k / 3 for k in range(18)])))
    grid.GetCellData().AddArray(array('q', np.arange(4.0)))
    return grid

def solids():
    grid = vtk.vtkUnstructuredGrid()
    grid.SetPoints(points_of([(k % 3, (k // 3) % 3, k // 9) for k in range(27)], double=False))
    def cell(kind, nodes):
        ids = vtk.vtkIdList()
        for k in nodes: ids.InsertNextId(k)
        grid.InsertNextCell(kind, ids)
    cell(vtk.VTK_HEXAHEDRON, [0, 1, 4, 3, 9, 10, 13, 12])
    cell(vtk.VTK_VOXEL, [1, 2, 4, 5, 10, 11, 13, 14])
    cell(vtk.VTK_WEDGE, [3, 4, 6, 12, 13, 15])
    cell(vtk.VTK_TETRA, [4, 5, 7, 14])
    cell(vtk.VTK_PYRAMID, [9, 10, 13, 12, 18])
    cell(vtk.VTK_QUADRATIC_TRIANGLE, [18, 20, 24, 19, 22, 21])
    return grid

expected = {}
def note(name, grid):
    cells = []
    for k in range(grid.GetNumberOfCells()):
        c = grid.GetCell(k)
        cells.append([c.GetCellType(), [c.GetPointId(i) for i in range(c.GetNumberOfPoints())]])
    data = lambda of: {of.GetArrayName(k): vtk_to_numpy(of.GetArray(k)).astype(float).tolist() for k in range(of.GetNumberOfArrays())}
    expected[name] = {
        'points': [list(grid.GetPoint(k)) for k in range(grid.GetNumberOfPoints())],
        'cells': cells, 'nodes': data(grid.GetPointData()), 'cellData': data(grid.GetCellData()),
    }

def xml(writer, grid, name, mode, packed, header, big=False):
    writer.SetInputData(grid); writer.SetFileName(name)
    {'ascii': writer.SetDataModeToAscii, 'binary': writer.SetDataModeToBinary}.get(mode, writer.SetDataModeToAppended)()
    if mode.startswith('appended'): (writer.EncodeAppendedDataOn if mode.endswith('64') else writer.EncodeAppendedDataOff)()
    writer.SetCompressorTypeToZLib() if packed else writer.SetCompressorTypeToNone()
    if packed: writer.SetBlockSize(256)
    writer.SetHeaderTypeToUInt64() if header == 64 else writer.SetHeaderTypeToUInt32()
    if big: writer.SetByteOrderToBigEndian()
    writer.Write()
    # As it reads it itself: as text it writes eleven digits.
    reader = vtk.vtkXMLGenericDataObjectReader(); reader.SetFileName(name); reader.Update(); note(name, reader.GetOutput())

grid = unstructured()
for mode in ('ascii', 'binary', 'appended', 'appended64'):
    for packed in (False, True):
        if mode == 'ascii' and packed: continue
        xml(vtk.vtkXMLUnstructuredGridWriter(), grid, f"vane-{mode}{'-zlib' if packed else ''}.vtu", mode, packed, 32 if packed else 64)
xml(vtk.vtkXMLUnstructuredGridWriter(), grid, 'vane-big.vtu', 'appended', True, 64, big=True)
xml(vtk.vtkXMLUnstructuredGridWriter(), solids(), 'solids.vtu', 'binary', False, 32)
xml(vtk.vtkXMLPolyDataWriter(), polydata(), 'strips.vtp', 'appended', True, 32)
xml(vtk.vtkXMLStructuredGridWriter(), structured(), 'block.vts', 'binary', True, 32)

def legacy(writer, grid, name, binary, version):
    writer.SetInputData(grid); writer.SetFileName(name)
    writer.SetFileTypeToBinary() if binary else writer.SetFileTypeToASCII()
    writer.SetFileVersion(version); writer.Write()
    # As it reads it itself: as text it writes six digits.
    reader = vtk.vtkDataSetReader(); reader.SetFileName(name); reader.Update(); note(name, reader.GetOutput())
for version, tag in ((42, '4'), (51, '5')):
    for binary in (False, True):
        legacy(vtk.vtkUnstructuredGridWriter(), grid, f"vane-{tag}-{'binary' if binary else 'ascii'}.vtk", binary, version)
        legacy(vtk.vtkPolyDataWriter(), polydata(), f"strips-{tag}-{'binary' if binary else 'ascii'}.vtk", binary, version)
legacy(vtk.vtkStructuredGridWriter(), structured(), 'block-binary.vtk', True, 51)

# Another library's writing of the same.
mesh = meshio.Mesh(places, [('triangle', [[0, 1, 6], [0, 6, 5]]), ('quad', [[1, 2, 7, 6]])],
    point_data={'cp': cp, 'velocity': velocity.astype(float)}, cell_data={'load': [[0.5, 1.5], [2.5]]})
for name, kind in (('other.vtu', 'vtu'), ('other.vtk', 'vtk')):
    mesh.write(name, file_format=kind)
    back = meshio.read(name)
    expected[name] = {
        'points': np.asarray(back.points).tolist(),
        'cells': [[{'triangle': 5, 'quad': 9}[b.type], [int(k) for k in c]] for b in back.cells for c in b.data],
        'nodes': {k: np.asarray(v).tolist() for k, v in back.point_data.items()},
        'cellData': {k: np.concatenate(v).tolist() for k, v in back.cell_data.items()},
    }

ball = vtk.vtkSphereSource(); ball.SetThetaResolution(8); ball.SetPhiResolution(6); ball.Update()
for binary in (False, True):
    w = vtk.vtkSTLWriter(); w.SetInputData(ball.GetOutput()); w.SetFileName(f"ball-{'binary' if binary else 'ascii'}.stl")
    w.SetFileTypeToBinary() if binary else w.SetFileTypeToASCII(); w.Write()
    r = vtk.vtkSTLReader(); r.SetFileName(f"ball-{'binary' if binary else 'ascii'}.stl"); r.Update(); note(f"ball-{'binary' if binary else 'ascii'}.stl", r.GetOutput())

# Cuts by VTK's own cutter: a bent vane with a value, at three heights.
vane = vtk.vtkPolyData(); vane_points = vtk.vtkPoints(); vane_points.SetDataType(vtk.VTK_DOUBLE)
N, M = 24, 18
for j in range(M + 1):
    for i in range(N + 1):
        u, v = i / N, j / M
        vane_points.InsertNextPoint(60 * u + 12 * v * v, 9 * math.sin(math.pi * u) * (1 - 0.4 * v), 86 * v + 3 * math.sin(3 * u))
triangles = vtk.vtkCellArray()
for j in range(M):
    for i in range(N):
        a = j * (N + 1) + i
        for t in ([a, a + 1, a + N + 2], [a, a + N + 2, a + N + 1]):
            triangles.InsertNextCell(3)
            for k in t: triangles.InsertCellPoint(k)
vane.SetPoints(vane_points); vane.SetPolys(triangles)
value = np.array([math.cos(0.03 * vane_points.GetPoint(k)[0]) + 0.001 * vane_points.GetPoint(k)[2] for k in range(vane_points.GetNumberOfPoints())])
vane.GetPointData().AddArray(array('cp', value))
xml(vtk.vtkXMLPolyDataWriter(), vane, 'cut-vane.vtp', 'appended', True, 32)
del expected['cut-vane.vtp']
expected['cuts'] = []
for normal, point in (((0, 0, 1), (0, 0, 12.9)), ((0, 0, 1), (0, 0, 43)), ((0.2, -0.1, 1), (10, 0, 70.5))):
    plane = vtk.vtkPlane(); plane.SetNormal(*normal); plane.SetOrigin(*point)
    cutter = vtk.vtkCutter(); cutter.SetCutFunction(plane); cutter.SetInputData(vane); cutter.Update()
    out = cutter.GetOutput()
    length = 0.0
    for k in range(out.GetNumberOfCells()):
        c = out.GetCell(k); a, b = out.GetPoint(c.GetPointId(0)), out.GetPoint(c.GetPointId(1)); length += math.dist(a, b)
    values = vtk_to_numpy(out.GetPointData().GetArray('cp'))
    expected['cuts'].append({'normal': normal, 'point': point, 'length': length,
        'points': sorted([*out.GetPoint(k), float(values[k])] for k in range(out.GetNumberOfPoints()))})
json.dump(expected, open('expected.json', 'w'))

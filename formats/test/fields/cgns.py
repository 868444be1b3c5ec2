"""Writes cgns.json: what VTK's reader makes of structured.cgns and unstructured.cgns (see cgns.c).

Run with Debian's python3 and python3-vtk9: python3 formats/test/fields/cgns.py
"""

import json
import pathlib

import vtk
from vtk.util.numpy_support import vtk_to_numpy

here = pathlib.Path(__file__).parent


def blocks(data):
    found = []
    it = data.NewIterator()
    while not it.IsDoneWithTraversal():
        found.append((it.GetCurrentMetaData().Get(vtk.vtkCompositeDataSet.NAME()), it.GetCurrentDataObject()))
        it.GoToNextItem()
    return found


def arrays(attributes):
    return {
        attributes.GetArrayName(k): vtk_to_numpy(attributes.GetArray(k)).tolist()
        for k in range(attributes.GetNumberOfArrays())
    }


def read(name):
    reader = vtk.vtkCGNSReader()
    reader.SetFileName(str(here / name))
    reader.SetLoadBndPatch(False)
    reader.UpdateInformation()
    reader.EnableAllBases()
    reader.EnableAllPointArrays()
    reader.EnableAllCellArrays()
    reader.Update()
    zones = {}
    for zone, data in blocks(reader.GetOutput()):
        # A grid gives the same cell object each time.
        cells = []
        for k in range(data.GetNumberOfCells()):
            ids = data.GetCell(k).GetPointIds()
            cells.append([data.GetCellType(k), [ids.GetId(i) for i in range(ids.GetNumberOfIds())]])
        zones[zone] = {
            "points": [list(data.GetPoint(k)) for k in range(data.GetNumberOfPoints())],
            "cells": cells,
            "nodes": arrays(data.GetPointData()),
            "cellData": arrays(data.GetCellData()),
        }
    return zones


expected = {name: read(name) for name in ("structured.cgns", "unstructured.cgns")}
(here / "cgns.json").write_text(json.dumps(expected) + "\n")

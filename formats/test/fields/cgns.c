/*
 * Writes structured.cgns and unstructured.cgns with the reference library of the standard (cgnslib 3.4 of Debian):
 *   gcc formats/test/fields/cgns.c -o /tmp/cgns -lcgns -lhdf5_serial -lm && (cd formats/test/fields && /tmp/cgns)
 * What VTK's reader makes of them is written by cgns.py.
 */
#include <cgnslib.h>
#include <math.h>
#include <stdio.h>
#include <stdlib.h>

#define OK(call) \
  if (call) cg_error_exit()

static double p_of(double x, double y, double z) { return 101.25 + 3 * x - 2 * y * z; }

static void block(int file, int base, const char *name, int ni, int nj, int nk, double x0) {
  cgsize_t size[9] = {ni, nj, nk, ni - 1, nj - 1, nk - 1, 0, 0, 0};
  int zone, where, flow, n = ni * nj * nk, cells = (ni - 1) * (nj - 1) * (nk - 1);
  double *x = malloc(n * sizeof(double)), *y = malloc(n * sizeof(double)), *z = malloc(n * sizeof(double));
  double *p = malloc(n * sizeof(double)), *d = malloc(cells * sizeof(double));
  float *m = malloc(n * sizeof(float));
  for (int k = 0, i = 0; k < nk; k++)
    for (int j = 0; j < nj; j++)
      for (int l = 0; l < ni; l++, i++) {
        x[i] = x0 + 0.5 * l + 0.01 * j;
        y[i] = 0.25 * j;
        z[i] = 0.75 * k + 0.02 * l;
        p[i] = p_of(x[i], y[i], z[i]);
        m[i] = (float)(0.1 * i);
      }
  for (int i = 0; i < cells; i++) d[i] = 1.2 + 0.01 * i;
  OK(cg_zone_write(file, base, name, size, CGNS_ENUMV(Structured), &zone));
  OK(cg_coord_write(file, base, zone, CGNS_ENUMV(RealDouble), "CoordinateX", x, &where));
  OK(cg_coord_write(file, base, zone, CGNS_ENUMV(RealDouble), "CoordinateY", y, &where));
  OK(cg_coord_write(file, base, zone, CGNS_ENUMV(RealDouble), "CoordinateZ", z, &where));
  OK(cg_sol_write(file, base, zone, "Solution", CGNS_ENUMV(Vertex), &flow));
  OK(cg_field_write(file, base, zone, flow, CGNS_ENUMV(RealDouble), "Pressure", p, &where));
  OK(cg_field_write(file, base, zone, flow, CGNS_ENUMV(RealSingle), "Mach", m, &where));
  OK(cg_sol_write(file, base, zone, "Cells", CGNS_ENUMV(CellCenter), &flow));
  OK(cg_field_write(file, base, zone, flow, CGNS_ENUMV(RealDouble), "Density", d, &where));
}

static void structured(void) {
  int file, base;
  OK(cg_open("structured.cgns", CG_MODE_WRITE, &file));
  OK(cg_base_write(file, "Base", 3, 3, &base));
  block(file, base, "inlet", 4, 3, 2, 0);
  block(file, base, "outlet", 3, 2, 3, 10);
  OK(cg_close(file));
}

/* A hexahedron, a prism and a pyramid on it in one mixed section, two triangles and a line of them in others. */
static void mixed(int file, int base) {
  cgsize_t size[3] = {13, 3, 0};
  double x[13] = {0, 1, 1, 0, 0, 1, 1, 0, 2, 2, 0.5, 2, 2};
  double y[13] = {0, 0, 1, 1, 0, 0, 1, 1, 0, 0, 0.5, 1, 1};
  double z[13] = {0, 0, 0, 0, 1, 1, 1, 1, 0, 1, 2, 0, 1};
  cgsize_t nodes[] = {CGNS_ENUMV(HEXA_8), 1, 2, 3, 4, 5, 6, 7, 8, CGNS_ENUMV(PENTA_6), 2, 9, 3, 6, 10, 7, CGNS_ENUMV(PYRA_5),
                      5, 6, 7, 8, 11};
  cgsize_t offsets[] = {0, 9, 16, 22};
  cgsize_t faces[] = {9, 12, 3, 9, 3, 2}, line[] = {9, 12};
  double p[3][13], u[3][13];
  int zone, where, section, flow;
  OK(cg_zone_write(file, base, "solids", size, CGNS_ENUMV(Unstructured), &zone));
  OK(cg_coord_write(file, base, zone, CGNS_ENUMV(RealDouble), "CoordinateX", x, &where));
  OK(cg_coord_write(file, base, zone, CGNS_ENUMV(RealDouble), "CoordinateY", y, &where));
  OK(cg_coord_write(file, base, zone, CGNS_ENUMV(RealDouble), "CoordinateZ", z, &where));
  OK(cg_poly_section_write(file, base, zone, "Cells", CGNS_ENUMV(MIXED), 1, 3, 0, nodes, offsets, &section));
  OK(cg_section_write(file, base, zone, "Wall", CGNS_ENUMV(TRI_3), 4, 5, 0, faces, &section));
  OK(cg_section_write(file, base, zone, "Edge", CGNS_ENUMV(BAR_2), 6, 6, 0, line, &section));
  for (int t = 0; t < 3; t++) {
    char name[33];
    for (int i = 0; i < 13; i++) {
      p[t][i] = p_of(x[i], y[i], z[i]) + 10 * t;
      u[t][i] = i + 0.5 * t;
    }
    snprintf(name, sizeof name, "At%d", t);
    OK(cg_sol_write(file, base, zone, name, CGNS_ENUMV(Vertex), &flow));
    OK(cg_field_write(file, base, zone, flow, CGNS_ENUMV(RealDouble), "Pressure", p[t], &where));
    OK(cg_field_write(file, base, zone, flow, CGNS_ENUMV(RealDouble), "VelocityX", u[t], &where));
    OK(cg_goto(file, base, "Zone_t", zone, "FlowSolution_t", flow, "DataArray_t", 1, "end"));
    OK(cg_units_write(CGNS_ENUMV(Kilogram), CGNS_ENUMV(Meter), CGNS_ENUMV(Second), CGNS_ENUMV(Kelvin), CGNS_ENUMV(Radian)));
    float powers[5] = {1, -1, -2, 0, 0};
    OK(cg_exponents_write(CGNS_ENUMV(RealSingle), powers));
  }
  cgsize_t shape[2] = {32, 3};
  char pointers[97];
  snprintf(pointers, sizeof pointers, "%-32s%-32s%-32s", "At0", "At1", "At2");
  OK(cg_ziter_write(file, base, zone, "ZoneIterativeData"));
  OK(cg_goto(file, base, "Zone_t", zone, "ZoneIterativeData_t", 1, "end"));
  OK(cg_array_write("FlowSolutionPointers", CGNS_ENUMV(Character), 2, shape, pointers));
}

/* Two faces of five and four corners. */
static void polygons(int file, int base) {
  cgsize_t size[3] = {7, 2, 0};
  double x[7] = {0, 2, 3, 1, -1, 4, 3}, y[7] = {0, 0, 2, 3, 2, 0, 3}, z[7] = {0, 0, 1, 1, 1, 0, 2};
  cgsize_t nodes[] = {1, 2, 3, 4, 5, 2, 6, 7, 3}, offsets[] = {0, 5, 9};
  int zone, where, section;
  OK(cg_zone_write(file, base, "faces", size, CGNS_ENUMV(Unstructured), &zone));
  OK(cg_coord_write(file, base, zone, CGNS_ENUMV(RealDouble), "CoordinateX", x, &where));
  OK(cg_coord_write(file, base, zone, CGNS_ENUMV(RealDouble), "CoordinateY", y, &where));
  OK(cg_coord_write(file, base, zone, CGNS_ENUMV(RealDouble), "CoordinateZ", z, &where));
  OK(cg_poly_section_write(file, base, zone, "Faces", CGNS_ENUMV(NGON_n), 1, 2, 0, nodes, offsets, &section));
}

static void unstructured(void) {
  int file, base;
  cgsize_t count = 3;
  double times[3] = {0, 0.25, 0.5};
  OK(cg_open("unstructured.cgns", CG_MODE_WRITE, &file));
  OK(cg_base_write(file, "Base", 3, 3, &base));
  OK(cg_goto(file, base, "end"));
  OK(cg_dataclass_write(CGNS_ENUMV(Dimensional)));
  OK(cg_units_write(CGNS_ENUMV(Kilogram), CGNS_ENUMV(Meter), CGNS_ENUMV(Second), CGNS_ENUMV(Kelvin), CGNS_ENUMV(Radian)));
  mixed(file, base);
  polygons(file, base);
  OK(cg_biter_write(file, base, "TimeIterValues", 3));
  OK(cg_goto(file, base, "BaseIterativeData_t", 1, "end"));
  OK(cg_array_write("TimeValues", CGNS_ENUMV(RealDouble), 1, &count, times));
  OK(cg_close(file));
}

int main(void) {
  OK(cg_set_file_type(CG_FILE_HDF5));
  structured();
  unstructured();
  return 0;
}

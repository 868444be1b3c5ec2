"""How loop3.ods was made: odfpy (Debian python3-odf), once; the tests read the file."""
from odf.opendocument import OpenDocumentSpreadsheet
from odf.table import Table, TableCell, TableRow
from odf.text import P

book = OpenDocumentSpreadsheet()
table = Table(name="Warm-up")


def row(*cells):
    line = TableRow()
    for value in cells:
        if isinstance(value, str):
            cell = TableCell(valuetype="string")
            cell.addElement(P(text=value))
        else:
            cell = TableCell(valuetype="float", value=value)
            cell.addElement(P(text=str(round(value, 2))))
        line.addElement(cell)
    table.addElement(line)


row("Time [s]", "Temperature (°C)")
row(0, 18.4)
row(0.5, 0.1 + 0.2)
row(1, "---")
book.spreadsheet.addElement(table)
book.save("loop3.ods")

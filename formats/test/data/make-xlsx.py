"""How loop3.xlsx was made: openpyxl (Debian python3-openpyxl), once; the tests read the file."""
from datetime import datetime, timedelta
from openpyxl import Workbook

book = Workbook()
notes = book.active
notes.title = "Notes"
sheet = book.create_sheet("Sweep")
sheet.append(["Rig: Loop 3"])
sheet.append([])
sheet.append(["When", "Flow", "Head", "Valve", "Remark"])
sheet.append([None, "L/min", "m", None, None])
start = datetime(2026, 11, 3, 10, 12, 0)
for i in range(4):
    sheet.append([start + timedelta(seconds=1.5 * i), 60 + i / 10, 0.1 + 0.2 * i, i % 2 == 0, "ok" if i != 2 else "a\tb"])
sheet["C6"] = "ERR 7"
other = book.create_sheet("Pulsation")
other.append(["t [s]", "p [kPa]"])
other.append([0, 301.25])
other.append([0.0005, 302.5])
book.save("loop3.xlsx")

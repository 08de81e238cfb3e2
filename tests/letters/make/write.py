"""Writes letters as DOCX with python-docx: each line of the input is a letter as JSON and the file it goes to."""
import json
import sys

from docx import Document
from docx.enum.text import WD_BREAK


def write(spec, name):
    doc = Document()
    doc.sections[0].header.paragraphs[0].text = spec["header"]
    doc.sections[0].footer.paragraphs[0].text = spec["footer"]
    doc.add_heading(spec["title"], 0)
    for part in spec["parts"]:
        kind = part["t"]
        if kind == "heading":
            doc.add_heading(part["text"], part["level"])
        elif kind == "words":
            p = doc.add_paragraph()
            if "bold" in part:
                p.add_run(part["bold"] + ". ").bold = True
            half = len(part["text"]) // 2
            p.add_run(part["text"][:half])
            p.add_run(part["text"][half:]).italic = "note" in part
        elif kind == "list":
            style = "List Number" if part["ordered"] else "List Bullet"
            for item in part["items"]:
                doc.add_paragraph(item["text"], style=style)
                for inner in item["inner"]:
                    doc.add_paragraph(inner, style=style + " 2")
        elif kind == "table":
            table = doc.add_table(rows=len(part["rows"]), cols=part["columns"])
            taken = set()
            for r, row in enumerate(part["rows"]):
                c = 0
                for cell in row:
                    while (r, c) in taken:
                        c += 1
                    here = table.cell(r, c)
                    if cell["across"] > 1 or cell["down"] > 1:
                        here = here.merge(table.cell(r + cell["down"] - 1, c + cell["across"] - 1))
                    here.text = cell["text"]
                    for y in range(r, r + cell["down"]):
                        for x in range(c, c + cell["across"]):
                            taken.add((y, x))
                    c += cell["across"]
        else:
            doc.add_paragraph().add_run().add_break(WD_BREAK.PAGE)
            doc.add_paragraph("Over the page.")
    doc.save(name)


for line in sys.stdin:
    task = json.loads(line)
    write(task["spec"], task["file"])

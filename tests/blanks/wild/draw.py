"""Draws what was laid out, by ReportLab or by cairo: python3 draw.py reportlab|cairo IN.json OUT.pdf"""
import json
import sys

by, source, out = sys.argv[1:4]
with open(source, encoding='utf-8') as f:
    drawn = json.load(f)
H = 842
serif = drawn['serif']


def pages():
    for n in range(1, drawn['pages'] + 1):
        yield [o for o in drawn['ops'] if o['page'] == n]


if by == 'reportlab':
    from reportlab.pdfgen import canvas

    c = canvas.Canvas(out, pagesize=(595, H))
    for ops in pages():
        for o in ops:
            if o['op'] == 'text':
                face = ('Times-Bold' if o['bold'] else 'Times-Roman') if serif else ('Helvetica-Bold' if o['bold'] else 'Helvetica')
                c.setFont(face, o['size'])
                c.drawString(o['x'], H - o['y'], o['text'])
            elif o['op'] == 'line':
                c.setLineWidth(o['w'])
                c.setDash(1, 2) if o['dotted'] else c.setDash()
                c.line(o['x1'], H - o['y1'], o['x2'], H - o['y2'])
            else:
                c.setDash()
                c.setLineWidth(0.7)
                if o['fill'] is not None:
                    c.setFillGray(o['fill'])
                c.rect(o['x'], H - o['y'] - o['h'], o['w'], o['h'], stroke=1 if o['stroke'] else 0, fill=0 if o['fill'] is None else 1)
                c.setFillGray(0)
        c.showPage()
    c.save()
else:
    import cairo

    surface = cairo.PDFSurface(out, 595, H)
    c = cairo.Context(surface)
    for ops in pages():
        for o in ops:
            if o['op'] == 'text':
                c.set_source_rgb(0.05, 0.05, 0.05)
                c.select_font_face('Liberation Serif' if serif else 'Liberation Sans', cairo.FONT_SLANT_NORMAL, cairo.FONT_WEIGHT_BOLD if o['bold'] else cairo.FONT_WEIGHT_NORMAL)
                c.set_font_size(o['size'])
                c.move_to(o['x'], o['y'])
                c.show_text(o['text'])
            elif o['op'] == 'line':
                c.set_line_width(o['w'])
                c.set_dash([1, 2] if o['dotted'] else [])
                c.move_to(o['x1'], o['y1'])
                c.line_to(o['x2'], o['y2'])
                c.stroke()
            else:
                c.set_dash([])
                c.set_line_width(0.7)
                c.rectangle(o['x'], o['y'], o['w'], o['h'])
                if o['fill'] is not None:
                    c.set_source_rgb(o['fill'], o['fill'], o['fill'])
                    c.fill_preserve() if o['stroke'] else c.fill()
                    c.set_source_rgb(0, 0, 0)
                if o['stroke']:
                    c.stroke()
        c.show_page()
    surface.finish()

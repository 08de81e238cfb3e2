"""The festival's agreement as it came, typeset with WeasyPrint: /usr/bin/python3 demo/files/make.py"""
import os
from weasyprint import HTML

CSS = '''@page{size:A4;margin:24mm 22mm;@bottom-center{content:"Fen Lights, supplier agreement · page " counter(page) " of " counter(pages);font:8pt 'DejaVu Sans'}}
body{font:10.5pt/1.5 'DejaVu Serif';margin:0}h1{font-size:16pt}h2{font-size:11.5pt;margin:14pt 0 4pt}.r{display:inline-block;border-bottom:.7pt solid #000;height:13pt}
.b{display:inline-block;width:9pt;height:9pt;border:.8pt solid #000;margin:0 4pt -1pt 0}table{border-collapse:collapse;width:100%;margin:8pt 0}td,th{border:.6pt solid #555;padding:4pt 6pt;text-align:left;height:18pt}
.two{display:flex;gap:10%}.two>div{width:45%}.s{border-bottom:.7pt solid #000;height:30pt}.c{font-size:8.5pt;margin:0 0 8pt}'''
r = lambda w: f'<span class="r" style="width:{w}pt"></span>'
sign = lambda who: f'<div><div class="s"></div><p class="c">Signed for the {who}</p><div class="s"></div><p class="c">Name</p><div class="s"></div><p class="c">Date</p></div>'
BODY = f'''<h1>Supplier agreement, Fen Lights</h1>
<p>This agreement is between the organiser, Fen Lights Gathering, and the supplier named below for the pitch and days stated.</p>
<p>Supplier {r(330)}</p><p>Supplier address {r(300)}</p><p>Pitch number {r(80)} from {r(90)} to {r(90)}</p><p>E-mail {r(160)} Telephone {r(110)}</p>
<h2>1. The pitch</h2><p>The supplier keeps a fire-keeper on the pitch at all hours of operation and carries public liability cover of not less than £{r(90)}.</p>
<h2>2. Power and water</h2><p>Power is not provided. Water is drawn at the standpipe only.</p><p><span class="b"></span>Own water &nbsp;&nbsp; <span class="b"></span>Standpipe &nbsp;&nbsp; <span class="b"></span>Wood store needed</p>
<h2>3. What is brought</h2><table><tr><th>Thing</th><th style="width:90pt">How many</th><th style="width:120pt">Size on the ground</th></tr><tr><td>Sauna</td><td></td><td></td></tr><tr><td>Vehicle</td><td></td><td></td></tr><tr><td>Plunge tub</td><td></td><td></td></tr></table>
<h2 style="page-break-before:always">4. Fire</h2><p>Fires are lit in closed stoves only. The organiser may have any fire put out in high wind, and no fee is returned for hours lost.</p>
<h2>5. Leaving</h2><p>The pitch is cleared by noon on the day after closing. What is left after that is cleared at the supplier’s cost.</p>
<h2>6. Cover</h2><p>Insurer {r(180)} Policy number {r(140)}</p><p>Valid until {r(110)}</p>
<div class="two" style="margin-top:30pt">{sign('supplier')}{sign('organiser')}</div>'''
HTML(string=f'<meta charset="utf-8"><title>Supplier agreement, Fen Lights</title><style>{CSS}</style><body>{BODY}').write_pdf(
    os.path.join(os.path.dirname(os.path.abspath(__file__)), 'supplier-agreement.pdf'))

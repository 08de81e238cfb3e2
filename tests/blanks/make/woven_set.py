"""Papers typeset with WeasyPrint: places are links while it is made, and the links are taken out after. Run: /usr/bin/python3 tests/blanks/make/woven_set.py"""
import json, os, subprocess
from weasyprint import HTML

OUT = os.path.join(os.path.dirname(os.path.abspath(__file__)), '..', 'set')
CSS = '''@page{size:A4;margin:22mm 20mm}body{font:11pt/1.45 'DejaVu Serif';margin:0}a{color:inherit;text-decoration:none}
h1{font-size:17pt}h2{font-size:12.5pt}.l{display:inline-block;border-bottom:.7pt solid #000;height:14pt}.d{border-bottom:.9pt dotted #000}
table{border-collapse:collapse;width:100%}td,th{border:.6pt solid #444;padding:3pt 5pt;text-align:left;vertical-align:top;height:20pt}
.b{display:inline-block;width:9pt;height:9pt;border:.8pt solid #000}.c{border-radius:50%}.k{display:inline-block;width:46%;margin:20pt 3% 0 0;font-size:9pt}.k a{display:block;border-bottom:.7pt solid #000;height:24pt}
.cell a{display:block;height:26pt}.cell{font-size:8.5pt}.tear{border-top:1pt dashed #000;margin:16pt 0}'''


def a(kind, party, cls='', style='', text=''):
    return f'<a href="x:{kind}:{party}" class="{cls}" style="{style}">{text}</a>'


def line(kind, party, width, cls='l'):
    return a(kind, party, cls, f'width:{width}pt')


def under(kind, party, n, ch='_'):
    return a(kind, party, text=ch * n)


def tick(party, cls='b'):
    return a('checkbox', party, cls)


def cap(kind, party, caption):
    return f'<div class="k">{a(kind, party)}{caption}</div>'


def cell(kind, party, label, span=1):
    return f'<td class="cell" colspan="{span}">{label}{a(kind, party)}</td>'


DOCS = {
    'cottage-tenancy': f'''<h1>Holiday cottage tenancy</h1><p>THE LANDLORD: Wren Cottages, 3 Quay Lane, Larkmoor</p><p>THE TENANT: {under('name', 'client', 36)}</p>
<p>THE PROPERTY: {under('text', 'client', 36)}</p><p>THE TERM: from {under('date', 'client', 14)} until {under('date', 'client', 14)}</p><p>THE RENT: £{under('text', 'client', 8)} for the term, paid in advance.</p>
<h2>What the tenant agrees</h2><ol><li>To keep the cottage clean and in repair.</li><li>Not to let more than {under('text', 'client', 4)} people sleep there.</li><li>To let the landlord in to look at it on a day’s notice.</li></ol>
<h2 style="page-break-before:always">Signatures</h2><p>SIGNED by the tenant: {line('signature', 'client', 200)}</p><p>in the presence of:</p><p>Witness signature {line('signature', 'witness', 200)}</p><p>Witness name {line('name', 'witness', 200)}</p><p>Witness address {line('text', 'witness', 230)}</p><p>Occupation {line('text', 'witness', 200)}</p>
<p style="margin-top:30pt">SIGNED by the landlord: {line('signature', 'business', 200)} Date: {line('date', 'business', 70)}</p>''',
    'school-visit': f'''<h1>Visit to the lime kilns</h1><p>On Thursday the class walks to the kilns with two teachers. Children bring a coat, stout shoes and a packed lunch. We are back by three.</p>
<p>Please return the slip below to the office.</p><div class="tear"></div><p>Name of child {line('name', 'participant', 220, 'l d')} Class {line('text', 'participant', 60, 'l d')}</p>
<p>{tick('guardian', 'b c')} My child may go. &nbsp; {tick('guardian', 'b c')} My child may not go.</p><p>Allergies and medicines: {line('text', 'guardian', 280, 'l d')}</p><p>{line('text', 'guardian', 440, 'l d')}</p>
<p>Emergency telephone {line('text', 'guardian', 160, 'l d')}</p><p>Signature of parent or carer {line('signature', 'guardian', 170, 'l d')} Date {line('date', 'guardian', 80, 'l d')}</p>''',
    'salon-consent': f'''<h1>Patch test and treatment consent</h1><table><tr><th colspan="2">Client</th></tr><tr>{cell('name', 'client', 'Full name')}{cell('date', 'client', 'Date of birth')}</tr><tr>{cell('text', 'client', 'Address', 2)}</tr><tr>{cell('text', 'client', 'Mobile')}{cell('text', 'client', 'E-mail')}</tr></table>
<p>Have you had any of these?</p><table style="width:70%"><tr><th>Condition</th><th style="width:40pt">Yes</th><th style="width:40pt">No</th></tr>''' + ''.join(
        f'<tr><td>{s}</td><td style="padding:0">{a("checkbox", "client", style="display:block;height:20pt")}</td><td style="padding:0">{a("checkbox", "client", style="display:block;height:20pt")}</td></tr>' for s in ['Eczema', 'Asthma', 'Diabetes']
    ) + f'''</table><p>I have told the salon everything that matters.</p><p>Client initials: {under('initials', 'client', 8)}</p>{cap('signature', 'client', 'Client signature')}{cap('date', 'client', 'Date')}{cap('signature', 'therapist', 'Therapist signature')}{cap('date', 'therapist', 'Date')}'''.replace(
        'therapist"', 'business"').replace(':therapist', ':business').replace('Therapist', 'Staff'),
    'band-booking': f'''<h1>Booking of a band</h1><p>Agreement of {under('date', 'client', 16)} between the purchaser {under('name', 'client', 26)} and the artist named below.</p>
<p>Venue: {under('text', 'client', 40, '.')}</p><p>Doors open at {under('text', 'client', 10, '.')} and the music ends at {under('text', 'client', 10, '.')} o’clock.</p><p>Fee: £ {under('text', 'client', 16, '.')}</p><p>The purchaser initials here if the artist may record: {under('initials', 'client', 8)}</p>
<div style="margin-top:20pt">{cap('signature', 'client', 'Purchaser')}{cap('date', 'client', 'Date')}{cap('signature', 'artist', 'Artist')}{cap('date', 'artist', 'Date')}</div>''',
    'leih-fragebogen': f'''<h1>Anmeldung zum Reitkurs</h1><p>Vor- und Nachname des Kindes: {line('name', 'participant', 220)}</p><p>Geburtsdatum: {line('date', 'participant', 90)} Krankenkasse: {line('text', 'participant', 140)}</p>
<p>Mein Kind kann schwimmen: {tick('guardian')} ja {tick('guardian')} nein</p><h2>Erziehungsberechtigte</h2><p>Name: {line('name', 'guardian', 220)}</p><p>Telefon: {line('text', 'guardian', 160)}</p><p>Anmerkungen:</p><p>{line('text', 'guardian', 440)}</p><p>{line('text', 'guardian', 440)}</p>
<p>Ort, Datum: {line('date', 'guardian', 120)} Unterschrift: {line('signature', 'guardian', 160)}</p><h2>Wird vom Betrieb ausgefüllt</h2><p>Eingegangen am {line('date', 'business', 100)} Kürzel {line('initials', 'business', 40)}</p>''',
}
for name, body in DOCS.items():
    path = os.path.join(OUT, name + '.pdf')
    doc = HTML(string=f'<meta charset="utf-8"><title>{name}</title><style>{CSS}</style><body>{body}').render()
    truth = []
    for n, page in enumerate(doc.pages, 1):
        for link in page.links:
            kind, target, box = link[0], link[1], link[2]
            if kind != 'external' or not target.startswith('x:'):
                continue
            _, what, whose = target.split(':')
            x, y, x2, y2 = box
            w, h = x2 - x, y2 - y
            truth.append(dict(page=n, x=x * .75, y=y * .75, w=w * .75, h=h * .75, type=what, party=whose))
        page.links = []
    doc.write_pdf(path)
    with open(os.path.join(OUT, name + '.json'), 'w') as f:
        f.write(json.dumps(truth) + '\n')
    print(name, len(truth))

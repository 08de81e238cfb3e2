"""Papers drawn with reportlab: every place is noted as it is drawn. Run: python3 tests/blanks/make/reportlab_set.py"""
import json, os
from reportlab.pdfgen import canvas
from reportlab.lib.pagesizes import A4, letter, landscape

OUT = os.path.join(os.path.dirname(__file__), '..', 'set')


class Doc:
    def __init__(self, name, size=A4, crop=None, rotate=0):
        self.name, (self.w, self.h), self.truth, self.page = name, size, [], 1
        self.c = canvas.Canvas(os.path.join(OUT, name + '.pdf'), pagesize=size, invariant=1)
        self.crop, self.rotate = crop, rotate
        self.start()

    def start(self):
        if self.crop:
            self.c.setCropBox(self.crop)
        if self.rotate:
            self.c.setPageRotation(self.rotate)
        self.c.setFont('Helvetica', 10)
        self.c.setLineWidth(0.6)

    def text(self, x, y, s, font='Helvetica', size=10):
        self.c.setFont(font, size)
        self.c.drawString(x, self.h - y, s)
        return x + self.c.stringWidth(s, font, size)

    def note(self, x, y, w, h, kind, party):
        if self.rotate == 90:
            x, y, w, h = self.h - y - h, x, h, w
        if self.crop:
            x, y = x - self.crop[0], y - (self.h - self.crop[3])
        self.truth.append(dict(page=self.page, x=x, y=y, w=w, h=h, type=kind, party=party))

    def rule(self, x1, x2, y, kind=None, party=None):
        self.c.line(x1, self.h - y, x2, self.h - y)
        if kind:
            self.note(x1, y - 16, x2 - x1, 16, kind, party)

    def labelled(self, x, y, label, x2, kind, party):
        end = self.text(x, y, label)
        self.rule(end + 4, x2, y + 2, kind, party)

    def box(self, x, y, w, h, kind=None, party=None, fill=0):
        self.c.rect(x, self.h - y - h, w, h, stroke=1, fill=fill)
        if kind:
            self.note(x, y, w, h, kind, party)

    def save(self):
        self.c.save()
        with open(os.path.join(OUT, self.name + '.json'), 'w') as f:
            f.write(json.dumps(self.truth) + '\n')


d = Doc('pool-party', letter)
d.text(60, 60, 'POOL PARTY BOOKING', 'Helvetica-Bold', 16)
d.c.line(60, d.h - 68, 550, d.h - 68)
d.labelled(60, 100, 'Name of person booking:', 400, 'name', 'client')
d.labelled(60, 126, 'Address:', 550, 'text', 'client')
d.rule(60, 550, 152, 'text', 'client')
d.labelled(60, 178, 'Phone:', 240, 'text', 'client')
d.labelled(260, 178, 'E-mail:', 550, 'text', 'client')
d.labelled(60, 204, 'Date of party:', 240, 'date', 'client')
d.labelled(260, 204, 'Start time:', 400, 'text', 'client')
for i, (x, s) in enumerate([(60, 'Inflatable'), (180, 'Lane ropes'), (300, 'Lifeguard')]):
    d.box(x, 224, 9, 9, 'checkbox', 'client')
    d.text(x + 14, 232, s)
d.text(60, 262, 'RULES', 'Helvetica-Bold', 11)
d.text(60, 278, 'No running. No glass. Children under eight are watched by an adult in the water at all times.')
d.rule(60, 300, 400, 'signature', 'client')
d.text(60, 412, 'Signature of hirer', size=8)
d.rule(340, 550, 400, 'date', 'client')
d.text(340, 412, 'Date', size=8)
d.rule(60, 300, 460, 'signature', 'business')
d.text(60, 472, 'Signature for the company', size=8)
d.rule(340, 550, 460, 'date', 'business')
d.text(340, 472, 'Date', size=8)
d.save()

d = Doc('rotated-release', (842, 595), rotate=90)
d.text(50, 50, 'Photograph release', 'Times-Bold', 18)
d.text(50, 76, 'The photographer may use the pictures taken on the day named below in print and on the web.', 'Times-Roman', 11)
d.labelled(50, 120, 'Model name:', 380, 'name', 'model')
d.labelled(50, 148, 'Date of shoot:', 250, 'date', 'model')
d.labelled(50, 176, 'Place of shoot:', 380, 'text', 'model')
d.labelled(50, 240, 'Signature of model:', 380, 'signature', 'model')
d.labelled(400, 240, 'Date:', 560, 'date', 'model')
d.labelled(50, 280, 'Signature of photographer:', 380, 'signature', 'photographer')
d.labelled(400, 280, 'Date:', 560, 'date', 'photographer')
d.labelled(50, 320, 'Parent (if the model is under 18):', 380, 'signature', 'guardian')
d.labelled(400, 320, 'Date:', 560, 'date', 'guardian')
d.save()

d = Doc('kennel-admission', A4, crop=(20, 20, 575, 822))
d.text(50, 60, 'Kennel admission form', 'Helvetica-Bold', 15)
y = 80
for row in [[('Owner’s name', 'name'), ('Telephone', 'text')], [('Dog’s name', 'text'), ('Breed', 'text')], [('Arrival date', 'date'), ('Departure date', 'date')]]:
    for i, (label, kind) in enumerate(row):
        x = 50 + i * 250
        d.box(x, y, 250, 40)
        d.text(x + 4, y + 11, label.replace('’', "'"), size=8)
        d.note(x, y + 13, 250, 27, kind, 'client')
    y += 40
d.text(50, 226, 'Food and medicine', 'Helvetica-Bold', 11)
for i in range(4):
    d.rule(50, 550, 252 + 22 * i, 'text', 'client')
d.text(50, 350, 'Vaccinated against:')
for i, s in enumerate(['Distemper', 'Parvovirus', 'Kennel cough']):
    d.c.circle(160 + i * 110, d.h - 347, 5)
    d.note(155 + i * 110, 342, 10, 10, 'checkbox', 'client')
    d.text(170 + i * 110, 350, s)
d.text(50, 390, 'I agree to the kennel calling a vet at my cost.')
d.labelled(50, 430, 'Owner signature', 330, 'signature', 'client')
d.labelled(350, 430, 'Date', 500, 'date', 'client')
d.box(50, 470, 500, 60)
d.text(54, 482, 'Staff use only', 'Helvetica-Bold', 9)
d.labelled(60, 510, 'Run number', 200, 'text', 'business')
d.labelled(220, 510, 'Received by', 400, 'text', 'business')
d.save()

d = Doc('volunteer-sign-in', landscape(A4))
d.text(40, 50, 'Volunteer sign-in sheet', 'Helvetica-Bold', 16)
d.labelled(40, 80, 'Event:', 300, 'text', 'participant')
d.labelled(320, 80, 'Date:', 450, 'date', 'participant')
cols = [(40, 'Name', 'name'), (240, 'Phone', 'text'), (400, 'Time in', 'text'), (500, 'Time out', 'text'), (600, 'Signature', 'signature')]
for x, s, _ in cols:
    d.text(x + 3, 118, s, 'Helvetica-Bold', 10)
d.rule(40, 800, 124)
for r in range(8):
    y = 124 + 26 * (r + 1)
    d.rule(40, 800, y)
    for i, (x, s, kind) in enumerate(cols):
        x2 = cols[i + 1][0] if i + 1 < len(cols) else 800
        d.note(x, y - 26, x2 - x, 26, kind, 'participant')
d.save()

d = Doc('tenancy-inventory', A4)
d.text(50, 60, 'Inventory and check-in', 'Helvetica-Bold', 15)
d.text(50, 80, 'The tenant notes the state of each thing on moving in; the landlord on moving out.')
xs = [50, 200, 330, 460, 545]
heads = ['Thing', 'State in', 'State out', 'Tenant initials']
rows = ['Sofa', 'Table', 'Four chairs', 'Cooker', 'Curtains']
for i, h in enumerate(heads):
    d.c.setFillGray(0.85)
    d.c.rect(xs[i], d.h - 120, xs[i + 1] - xs[i], 20, stroke=1, fill=1)
    d.c.setFillGray(0)
    d.text(xs[i] + 4, 114, h, 'Helvetica-Bold', 9)
for r, name in enumerate(rows):
    y = 120 + r * 24
    for i in range(4):
        d.c.rect(xs[i], d.h - y - 24, xs[i + 1] - xs[i], 24)
        if i:
            d.note(xs[i], y, xs[i + 1] - xs[i], 24, ['', 'text', 'text', 'initials'][i], 'client')
    d.text(54, y + 15, name)
d.text(50, 280, 'Meter readings: gas ________ electricity ________ water ________')
x = 50 + d.c.stringWidth('Meter readings: gas ', 'Helvetica', 10)
u = d.c.stringWidth('________', 'Helvetica', 10)
for between in [' electricity ', ' water ', '']:
    d.note(x, 270, u, 13, 'text', 'client')
    x += u + d.c.stringWidth(between, 'Helvetica', 10)
for y, who, party in [(340, 'Tenant', 'client'), (380, 'Landlord', 'business'), (420, 'Witness', 'witness')]:
    end = d.text(50, y, who)
    d.rule(110, 320, y + 2, 'signature', party)
    d.text(340, y, 'Date')
    d.rule(370, 480, y + 2, 'date', party)
d.save()

d = Doc('gym-membership', letter)
d.text(72, 60, 'Membership application', 'Helvetica-Bold', 16)
form = d.c.acroForm
for y, label, name, kind in [(90, 'Full name', 'full_name', 'name'), (120, 'Date of birth', 'dob', 'date'), (150, 'Street', 'street', 'text'), (180, 'Town', 'town', 'text')]:
    d.text(72, y, label)
    d.c.line(170, d.h - y - 3, 450, d.h - y - 3)
    form.textfield(name=name, tooltip=label, x=170, y=d.h - y - 3, width=280, height=18, borderWidth=0)
    d.note(170, y - 15, 280, 18, kind, 'client')
for i, s in enumerate(['Monthly', 'Yearly']):
    form.checkbox(name='plan_' + s, tooltip=s, x=72 + 120 * i, y=d.h - 226, size=12)
    d.note(72 + 120 * i, 214, 12, 12, 'checkbox', 'client')
    d.text(90 + 120 * i, 224, s)
d.text(72, 262, 'I have been shown how to use the machines.')
d.text(72, 300, 'Member signature')
d.rule(170, 380, 303, 'signature', 'client')
d.text(400, 300, 'Date')
d.rule(430, 540, 303, 'date', 'client')
for t in d.truth:
    t['party'] = 'participant'
d.save()

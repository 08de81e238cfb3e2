/** Papers written as HTML: every place to fill says what it is and whose, so that the printed page's truth can be measured. */

type Fill = [type: string, party: string]
const mark = ([type, party]: Fill) => `data-t="${type}" data-p="${party}"`
/** Underscores. */
const u = (n: number, ...f: Fill) => `<span ${mark(f)}>${'_'.repeat(n)}</span>`
const dots = (n: number, ...f: Fill) => `<span ${mark(f)}>${'.'.repeat(n)}</span>`
/** A ruled line of so many pixels. */
const rule = (w: number | string, ...f: Fill) =>
  `<span class="rule" style="width:${typeof w === 'number' ? `${w}px` : w}" ${mark(f)}></span>`
const tick = (party: string) => `<span class="tick" ${mark(['checkbox', party])}></span>`
const glyph = (party: string) => `<span class="box" ${mark(['checkbox', party])}>☐</span>`
const td = (...f: Fill) => `<td ${mark(f)}></td>`
const sig = (label: string, w: number, ...f: Fill) =>
  `<div class="sig"><span class="rule" style="width:${w}px" ${mark(f)}></span><br><small>${label}</small></div>`
const page = (inner: string) => `<section class="page">${inner}</section>`

export interface Page {
  name: string
  css?: string
  body: string
}
export const CSS = `@page{size:A4;margin:0}*{box-sizing:border-box}html,body{margin:0}
body{font:13px/1.5 'DejaVu Serif',serif;color:#111}
.page{width:794px;height:1122px;padding:70px 80px;overflow:hidden;position:relative;break-after:page}
.rule{display:inline-block;border-bottom:1px solid #222;height:22px;vertical-align:baseline}
.tick{display:inline-block;width:12px;height:12px;border:1px solid #222;vertical-align:-1px;margin:0 6px 0 0}
.sig{display:inline-block;margin:26px 30px 0 0;vertical-align:top}.sig .rule{height:30px}.sig small{font-size:10px}
table{border-collapse:collapse;width:100%}td,th{border:1px solid #333;padding:5px 7px;text-align:left;height:28px;vertical-align:top}
.foot{position:absolute;left:80px;right:80px;bottom:34px;border-top:1px solid #888;font-size:9px;padding-top:4px}
.lines div{border-bottom:1px solid #333;height:26px}.two{display:flex;gap:40px}.two>div{flex:1}`

export const PAGES: Page[] = [
  {
    name: 'marquee-hire',
    body: page(`<h1 style="border-bottom:2px solid #333">Marquee hire agreement</h1>
<p>This agreement is made on ${u(18, 'date', 'client')} between Tallow &amp; Pine Marquees (“the Owner”) and ${u(30, 'name', 'client')} (“the Hirer”).</p>
<p>The marquee will be put up at ${u(40, 'text', 'client')} for the period from ${u(12, 'date', 'client')} to ${u(12, 'date', 'client')}.</p>
<h3>1. What is hired</h3><p>One frame tent, nine metres by twelve, with floor and lighting. The Hirer keeps guy ropes clear of vehicles.</p>
<hr><h3>2. Payment</h3><p>A deposit of £${u(8, 'text', 'client')} is paid on signing. The rest follows within 14 days.</p>
<div class="two" style="margin-top:30px"><div><b>For the Hirer</b>${sig('Signature', 230, 'signature', 'client')}${sig('Print name', 230, 'name', 'client')}${sig('Date', 130, 'date', 'client')}</div>
<div><b>For the Owner</b>${sig('Signature', 230, 'signature', 'business')}${sig('Print name', 230, 'name', 'business')}${sig('Date', 130, 'date', 'business')}</div></div>
<div class="foot">Tallow &amp; Pine Marquees · 4 Mill Row, Larkmoor · page 1 of 1</div>`),
  },
  {
    name: 'climbing-waiver',
    css: `body{font-family:'DejaVu Sans',sans-serif;font-size:12px}`,
    body: page(`<h2>CLIMBING WALL: PARTICIPANT DECLARATION</h2>
<p>Name of participant: ${rule(280, 'name', 'participant')}</p><p>Date of birth: ${rule(120, 'date', 'participant')} Telephone: ${rule(160, 'text', 'participant')}</p>
<p>Address: ${rule(430, 'text', 'participant')}</p>
<p>I can (tick all that apply):</p><p>${tick('participant')}tie in with a figure of eight</p><p>${tick('participant')}belay another climber</p><p>${tick('participant')}climb without supervision</p>
<p>Please tell us of any medical condition:</p><div class="lines"><div data-t="text" data-p="participant"></div><div data-t="text" data-p="participant"></div><div data-t="text" data-p="participant"></div></div>
<p>I have read the rules of the wall and accept that climbing has risks which cannot be removed. I agree to follow the instructions of staff.</p>
<p>Signature of participant: ${rule(220, 'signature', 'participant')} Date: ${rule(90, 'date', 'participant')}</p>
<h3>Parent or guardian (if under 18)</h3><p>Full name: ${rule(260, 'name', 'guardian')}</p><p>Relationship to child: ${rule(200, 'text', 'guardian')}</p>
<p>Signature: ${rule(220, 'signature', 'guardian')} Date: ${rule(90, 'date', 'guardian')}</p>
<p style="margin-top:30px"><b>Witness</b></p><p>Signed: ${rule(200, 'signature', 'witness')} Name: ${rule(180, 'name', 'witness')}</p>`),
  },
  {
    name: 'stall-agreement',
    body: page(`<h1>Stallholder terms</h1><h3>Contents</h3>
<p>1. Pitches ................................................................ 2</p><p>2. Power .................................................................. 3</p><p>3. Waste .................................................................. 4</p>
<p>Stall name ${dots(70, 'text', 'client')}</p><p>What is sold ${dots(66, 'text', 'client')}</p><p>Pitch number ${dots(14, 'text', 'client')} Length of frontage ${dots(14, 'text', 'client')} metres</p>
<p>Power: ${glyph('client')} none ${glyph('client')} 16 amp ${glyph('client')} 32 amp</p>
<p><u>Please read this before you sign</u></p><p>The organiser may move a pitch where the ground is <s>hard</s> wet. Fees are not returned after 1 May.</p>
<table style="margin:14px 0"><tr><th>Day</th><th>Open</th><th>Close</th></tr><tr><td>Friday</td><td>12:00</td><td>22:00</td></tr><tr><td>Saturday</td><td>10:00</td><td>22:00</td></tr><tr><td>Sunday</td><td>10:00</td><td></td></tr></table>
<p>Signed ${dots(60, 'signature', 'client')} Dated ${dots(24, 'date', 'client')}</p><p>Print name ${dots(60, 'name', 'client')}</p>
<p>For the market ${dots(50, 'signature', 'business')} Dated ${dots(24, 'date', 'business')}</p>`).replaceAll(
      'For the market',
      'Signed for the company',
    ),
  },
  {
    name: 'equipment-loan',
    body: page(`<h2>Equipment loan form</h2><table><tr><td style="width:30%">Borrower’s name</td>${td('name', 'borrower')}</tr><tr><td>Department</td>${td('text', 'borrower')}</tr><tr><td>E-mail</td>${td('text', 'borrower')}</tr><tr><td>Date of return</td>${td('date', 'borrower')}</tr></table>
<h3>Items</h3><table><tr><th style="width:40%">Item</th><th>Serial number</th><th>Condition out</th><th>Condition in</th><th>Initials</th></tr>${['Projector', 'Screen', 'Tripod'].map((i) => `<tr><td>${i}</td>${td('text', 'borrower')}${td('text', 'borrower')}${td('text', 'borrower')}${td('initials', 'borrower')}</tr>`).join('')}</table>
<h3>Borrower</h3><table style="width:70%"><tr><td style="width:35%">Signature</td><td style="height:46px" data-t="signature" data-p="borrower"></td></tr><tr><td>Date</td>${td('date', 'borrower')}</tr></table>
<h3>Office use only</h3><table style="width:70%"><tr><td style="width:35%">Checked by</td>${td('text', 'business')}</tr><tr><td>Date</td>${td('date', 'business')}</tr></table>`),
  },
  {
    name: 'mietvertrag',
    body: page(`<h1>Mietvertrag für einen Bauwagen</h1><p>Zwischen ${u(34, 'name', 'business')} (im Folgenden Vermieter) und ${u(34, 'name', 'client')} (im Folgenden Mieter) wird der folgende Vertrag geschlossen.</p>
<p>Anschrift des Mieters: ${u(44, 'text', 'client')}</p><p>Die Miete beginnt am ${u(14, 'date', 'client')} und endet am ${u(14, 'date', 'client')}.</p><p>Die Kaution ist bei der Abholung zu zahlen und wird nach der Rückgabe erstattet.</p>
<p>${glyph('client')} mit Holzofen ${glyph('client')} ohne Holzofen</p>
<div class="two" style="margin-top:50px"><div>${sig('Ort, Datum', 210, 'date', 'client')}${sig('Unterschrift des Mieters', 210, 'signature', 'client')}</div><div>${sig('Ort, Datum', 210, 'date', 'business')}${sig('Unterschrift des Vermieters', 210, 'signature', 'business')}</div></div>`),
  },
  {
    name: 'location-canoe',
    body: page(`<h1>Contrat de location de canoës</h1><p>Je soussigné(e) ${u(36, 'name', 'client')}, né(e) le ${u(14, 'date', 'client')}, demeurant ${u(40, 'text', 'client')}, déclare savoir nager.</p>
<p>Nombre de canoës : ${u(6, 'text', 'client')}</p><p>Le locataire rend le matériel propre et complet. Toute perte est facturée au prix du neuf.</p>
<table style="margin:16px 0"><tr><td style="width:40%">Nom et prénom du participant</td>${td('name', 'participant')}</tr><tr><td>Téléphone</td>${td('text', 'participant')}</tr></table>
<p>Fait à ${u(18, 'text', 'client')}, le ${u(14, 'date', 'client')}</p><div class="two"><div>${sig('Signature du locataire', 220, 'signature', 'client')}</div><div>${sig('Signature du loueur', 220, 'signature', 'business')}</div></div>
<p style="margin-top:40px">Pour les mineurs, signature du représentant légal : ${rule(200, 'signature', 'guardian')}</p>`),
  },
  {
    name: 'alquiler-bicicletas',
    body: page(`<h1>Contrato de alquiler de bicicletas</h1><p>Nombre y apellidos: ${u(40, 'name', 'client')}</p><p>Documento: ${u(20, 'text', 'client')} Teléfono: ${u(20, 'text', 'client')}</p><p>Fecha de entrega: ${u(3, 'date', 'client').replace('>___<', '>__/__/____<')}</p>
<p>El cliente recibe la bicicleta en buen estado y la devuelve en el mismo estado. No se permite el uso por menores sin la firma del tutor.</p>
<div class="two" style="margin-top:40px"><div>${sig('Firma del cliente', 220, 'signature', 'client')}</div><div>${sig('Firma de la empresa', 220, 'signature', 'business')}</div></div><p style="margin-top:40px">Firma del tutor: ${u(30, 'signature', 'guardian')} Fecha: ${u(12, 'date', 'guardian')}</p>`),
  },
  {
    name: 'event-booking',
    css: `body{font-family:'DejaVu Sans',sans-serif;font-size:12px;color:#223}.row{display:flex;border-bottom:1px solid #bbb;height:34px;align-items:flex-end;padding-bottom:4px}.row i{flex:1;height:100%}.in{background:#eef1f4;height:28px;display:block;margin:2px 0 12px}`,
    body: page(`<h1 style="font-size:24px">Booking form</h1><h3>About you</h3>
${[
  ['First name', 'name'],
  ['Last name', 'name'],
  ['Company name', 'text'],
  ['Telephone', 'text'],
]
  .map(([l, t]) => `<div class="row"><span>${l}</span><i data-t="${t}" data-p="client"></i></div>`)
  .join('')}
<h3>About the event</h3><div>Date of the event</div><span class="in" data-t="date" data-p="client"></span><div>Number of guests</div><span class="in" data-t="text" data-p="client"></span><div>Anything else we should know?</div><span class="in" style="height:90px" data-t="text" data-p="client"></span>
<p>How did you hear of us?</p><p>${tick('client')}A friend ${tick('client')}A fair ${tick('client')}Online</p>
<div class="two"><div>Signature of the client<span class="in" style="height:56px" data-t="signature" data-p="client"></span></div><div>Date<span class="in" style="height:56px" data-t="date" data-p="client"></span></div></div>`),
  },
  {
    name: 'van-inspection',
    css: `body{font-family:'DejaVu Sans',sans-serif;font-size:11px}td.s{width:44px}`,
    body: page(`<h2>Vehicle inspection report</h2><table><tr><td style="width:20%">Vehicle</td>${td('text', 'client')}<td style="width:20%">Mileage</td>${td('text', 'client')}</tr><tr><td>Customer name</td>${td('name', 'client')}<td>Date</td>${td('date', 'client')}</tr></table>
<h3>Checks</h3><table><tr><th>Check</th><th>Yes</th><th>No</th><th>N/A</th><th>Remarks</th></tr>${['Tyres', 'Lights', 'Mirrors', 'Horn'].map((c) => `<tr><td>${c}</td>${['checkbox', 'checkbox', 'checkbox'].map((t) => `<td class="s" data-t="${t}" data-p="client"></td>`).join('')}${td('text', 'client')}</tr>`).join('')}</table>
<h3>Prices, for reference</h3><table><tr><th>Repair</th><th>Hours</th><th>Price</th></tr><tr><td>Oil</td><td>1</td><td>£40</td></tr><tr><td>Brakes</td><td>3</td><td>£190</td></tr><tr><td>Clutch</td><td></td><td>£420</td></tr></table>
<p style="margin-top:34px">Inspector’s signature: ${rule(200, 'signature', 'inspector')} Name: ${rule(150, 'name', 'inspector')}</p>`),
  },
  {
    name: 'non-disclosure',
    body: page(`<h1 style="text-align:center">Mutual non-disclosure agreement</h1><p>This Agreement is entered into this ${u(5, 'date', 'client')} day of ${u(14, 'date', 'client')}, 20${u(3, 'date', 'client')} by and between ${u(30, 'name', 'supplier')} (the “Supplier”) and ${u(30, 'name', 'client')} (the “Customer”).</p>
<p>1. Each party keeps what it is told to itself. 2. This lasts for ${u(6, 'text', 'client')} years. 3. The law of ${u(16, 'text', 'client')} applies.</p>
<p>IN WITNESS WHEREOF the parties have signed.</p><div class="two"><div><p><b>SUPPLIER</b></p><p>By: ${u(28, 'signature', 'supplier')}</p><p>Name: ${u(26, 'name', 'supplier')}</p><p>Title: ${u(26, 'text', 'supplier')}</p><p>Date: ${u(20, 'date', 'supplier')}</p></div>
<div><p><b>CUSTOMER</b></p><p>By: ${u(28, 'signature', 'client')}</p><p>Name: ${u(26, 'name', 'client')}</p><p>Title: ${u(26, 'text', 'client')}</p><p>Date: ${u(20, 'date', 'client')}</p></div></div>`).replaceAll(
      'data-p="supplier"',
      'data-p="business"',
    ),
  },
  {
    name: 'swimming-enrolment',
    css: `body{font-family:'DejaVu Sans',sans-serif;font-size:12px}.comb{display:inline-flex}.comb i{width:18px;height:20px;border:1px solid #333;margin-left:-1px}`,
    body: page(`<h2>Swimming lessons: enrolment</h2><p>Child’s name <span class="comb" data-t="name" data-p="participant">${'<i></i>'.repeat(16)}</span></p>
<p>Date of birth <span class="comb" data-t="date" data-p="participant">${'<i></i>'.repeat(8)}</span></p><p>Postcode <span class="comb" data-t="text" data-p="participant">${'<i></i>'.repeat(7)}</span></p>
<p>Level: [ ] beginner</p><p>I am the parent or carer of the child named above.</p>
<p><span class="rule" style="width:240px" data-t="signature" data-p="guardian"></span><span style="display:inline-block;width:40px"></span><span class="rule" style="width:160px" data-t="date" data-p="guardian"></span><br><span style="display:inline-block;width:280px;font-size:10px">(Signature of parent)</span><span style="font-size:10px">(Date)</span></p>
<p>Photographs may be taken: ${tick('guardian')}Yes ${tick('guardian')}No</p>`).replace(
      '[ ]',
      `<span data-t="checkbox" data-p="participant">[&nbsp;&nbsp;]</span>`,
    ),
  },
  {
    name: 'season-report',
    body: page(`<h1 style="border-bottom:1px solid #333;padding-bottom:4px">Season report</h1><p>The season ran from April to October. Takings rose in every month but one.</p><hr>
<h3><u>Takings by month</u></h3><svg width="420" height="190"><line x1="40" y1="150" x2="410" y2="150" stroke="#333"/><line x1="40" y1="10" x2="40" y2="150" stroke="#333"/><rect x="60" y="70" width="40" height="80" fill="#789"/><rect x="130" y="50" width="40" height="100" fill="#789"/><rect x="200" y="90" width="40" height="60" fill="#789"/><line x1="40" y1="100" x2="410" y2="100" stroke="#ccc"/><text x="70" y="166" font-size="10">10</text><text x="140" y="166" font-size="10">20</text><text x="210" y="166" font-size="10">30</text><rect x="280" y="14" width="10" height="10" fill="#789"/><text x="296" y="23" font-size="10">Takings</text></svg>
<table><tr><th>Month</th><th>Days open</th><th>Guests</th></tr><tr><td>April</td><td>12</td><td>210</td></tr><tr><td>May</td><td>18</td><td>390</td></tr><tr><td>June</td><td></td><td>402</td></tr></table>
<p>Appendix A ............................ 7</p><p>Appendix B ............................ 9</p><p>This line is <s>no longer</s> part of the report. Signatures are kept in the office; dates are in the diary.</p><div class="foot">Season report · page 1</div>`),
  },
]

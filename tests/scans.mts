import { readdirSync, readFileSync } from 'node:fs'
import { createWorker } from 'tesseract.js'
import { drawnPages } from '../server/files/worker/pixels'
import { openPdf } from '../server/files/worker/blanks'
import { findOnPage } from '../core/blanks/find'
import { noSense } from '../core/blanks/found'
import { readInk } from '../core/blanks/read'
import { lookAt, scanned, type ScanWord } from '../core/blanks/scan'
import { scoreOf } from './blanks/score'
import { createRequire } from 'node:module'
const SET='/work/main/tests/blanks/set'
const names=readdirSync(SET).filter(f=>f.endsWith('.pdf')).map(f=>f.slice(0,-4)).slice(0,Number(process.argv[2]??25))
const SCALE=2.5, ANGLE=Number(process.argv[3]??0), OCR=process.argv[4]==='ocr'
const worker=OCR?await createWorker(['eng'],1,{langPath:'/work/main/node_modules/.cache/upwold-ocr',cacheMethod:'none'}):null
if(worker&&process.argv[5])await worker.setParameters({tessedit_pageseg_mode:process.argv[5] as any})
const sum:any={truths:0,found:0,matched:0,type:0,party:0}
import zlib from 'node:zlib'
function pgm(light:Uint8Array,w:number,h:number){return Buffer.concat([Buffer.from(`P5\n${w} ${h}\n255\n`),Buffer.from(light)])}
for(const n of names){
 const bytes=new Uint8Array(readFileSync(`${SET}/${n}.pdf`))
 const truth=JSON.parse(readFileSync(`${SET}/${n}.json`,'utf8'))
 const pdf=await openPdf(bytes); const sense=noSense(); const found:any[]=[]; let t0=performance.now()
 for(let k=1;k<=pdf.numPages;k++){
  const page:any=await pdf.getPage(k); const ink=await readInk(page,false)
  const bm=(await drawnPages(bytes,[k],SCALE)).get(k)!
  let light=new Uint8Array(bm.width*bm.height)
  for(let i=0;i<light.length;i++){const d=bm.data as any;light[i]=Math.min(255,Math.max(0,0.3*d[4*i+2]+0.59*d[4*i+1]+0.11*d[4*i]+(Math.random()*30-15)))}
  if(ANGLE){const r=new Uint8Array(light.length).fill(255);const a=ANGLE*Math.PI/180,c=Math.cos(a),s=Math.sin(a),mx=bm.width/2,my=bm.height/2
   for(let y=0;y<bm.height;y++)for(let x=0;x<bm.width;x++){const fx=Math.round(mx+(x-mx)*c+(y-my)*s),fy=Math.round(my-(x-mx)*s+(y-my)*c);if(fx>=0&&fy>=0&&fx<bm.width&&fy<bm.height)r[y*bm.width+x]=light[fy*bm.width+fx]!}
   light=r}
  let words:ScanWord[]=[]
  const scale=bm.width/ink.width
  const L=lookAt({width:bm.width,height:bm.height,light,scale})
  if(worker){const {data}=await worker.recognize(pgm(L.words,bm.width,bm.height),{}, {blocks:true} as any)
   words=(data.blocks??[]).flatMap((b:any)=>b.paragraphs.flatMap((p:any)=>p.lines.flatMap((l:any)=>l.words.filter((w:any)=>w.confidence>=30).map((w:any)=>({text:w.text,x:w.bbox.x0,y:w.bbox.y0,w:w.bbox.x1-w.bbox.x0,h:w.bbox.y1-w.bbox.y0})))))}
  const s=scanned({...ink,strokes:[],shapes:[],images:[],glyphs:worker?[]:ink.glyphs},L,words,scale)
  const a=ANGLE*Math.PI/180
  found.push(...findOnPage(s,sense).map(f=>{const mx=ink.width/2,my=ink.height/2,x=f.x+f.w/2,y=f.y+f.h/2;return {...f,x:mx+(x-mx)*Math.cos(a)+(y-my)*Math.sin(a)-f.w/2,y:my-(x-mx)*Math.sin(a)+(y-my)*Math.cos(a)-f.h/2}}))
  if(ANGLE)console.log('tilt',L.tilt)
 }
 const score:any=scoreOf(truth,found.filter(f=>f.confidence>=0.6))
 for(const k of Object.keys(sum))sum[k]+=score[k]
 console.log(n,score.truths,'found',score.found,'matched',score.matched,'type',score.type,'party',score.party,Math.round(performance.now()-t0),'ms')
 await pdf.destroy()
}
console.log('precision',(sum.matched/sum.found).toFixed(3),'recall',(sum.matched/sum.truths).toFixed(3),'type',(sum.type/sum.matched).toFixed(3),'party',(sum.party/sum.matched).toFixed(3))
await worker?.terminate()

import { catalogue } from '@/catalogue';
import { demoSetups } from '@/demo';
import { mustAssess } from '@/core/assess';
for (const s of demoSetups) for (const b of ['all','1 kHz'] as const) { for(let i=0;i<30;i++) mustAssess(s,catalogue,b); const t=performance.now(); for(let i=0;i<30;i++) mustAssess(s,catalogue,b); console.log(s.id, b, s.parts.length, ((performance.now()-t)/30).toFixed(2)); }

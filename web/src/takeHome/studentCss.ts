/** The look of the student's page: the same paper and ink, in whatever letters the phone has. */
export const studentCss = `
body { margin: 0 auto; max-width: 44rem; padding: 1rem 1rem 3rem; background: #f7f3ea; color: #1e1d1a; font: 1.05rem/1.45 system-ui, sans-serif; }
h1 { margin: 0; font-size: 1.9rem; }
h2 { margin: 1.6rem 0 .4rem; font-size: 1.2rem; border-bottom: 1px solid #d9d2c1; }
h3 { margin: .8rem 0 .2rem; font-size: 1.1rem; }
p, ul { margin: .3rem 0; }
.soft, figcaption { color: #5a564d; font-size: .9rem; }
figure { margin: .5rem 0; }
.picture { max-width: 32rem; }
svg { width: 100%; height: auto; display: block; }
svg text { font: 14px system-ui, sans-serif; fill: #5a564d; }
path { fill: none; }
.edge { stroke: #6f695d; stroke-width: 1; }
.line { stroke: #2b3a55; stroke-width: 2; }
.start { stroke: #1e1d1a; stroke-width: 4; }
.corner circle { fill: #fffdf7; stroke: #1d5a43; stroke-width: 1.5; }
.corner text { fill: #1e1d1a; }
.corner.on circle { fill: #1d5a43; }
.corner.on text { fill: #fff; }
.cone { stroke: #1e1d1a; stroke-width: 1.2; }
.legend { list-style: none; padding: 0; display: flex; flex-wrap: wrap; gap: .2rem 1rem; font-size: .9rem; }
.legend svg { display: inline-block; width: 1rem; margin-right: .3rem; vertical-align: -.15rem; }
.mark { stroke: #5a564d; stroke-dasharray: 5 4; }
.rule { stroke: #d9d2c1; }
.planned { stroke: #5a564d; stroke-width: 2.5; stroke-dasharray: 2 5; stroke-linecap: round; }
.driven { stroke: #1d5a43; stroke-width: 3; }
.fault { fill: #8a5a00; }
.drawing { background: #dcd6c8; max-width: 30rem; }
.drawing polyline { fill: none; stroke: #9c2f1f; stroke-width: 4; }
.drawing marker path { fill: #9c2f1f; }
.drawing text { fill: #1e1d1a; font-weight: 700; }
audio { width: 100%; }
.wide { overflow-x: auto; }
table { border-collapse: collapse; width: 100%; }
th, td { text-align: left; padding: .25rem .6rem .25rem 0; border-bottom: 1px solid #d9d2c1; vertical-align: top; }
.caution { margin-top: 2rem; font-size: .8rem; color: #5a564d; border-top: 1px solid #d9d2c1; padding-top: .5rem; }
@media print { body { background: #fff; } }
`

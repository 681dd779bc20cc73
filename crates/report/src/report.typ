#let report = json("report.json")
#let muted = rgb("#5d594f")
#let rule-colour = rgb("#a8562b")
#let figure-font = ("B612 Mono", "DejaVu Sans")

#set document(title: "Audit: " + report.name, author: "Nailpunch")
#set page(
  paper: "us-letter",
  margin: (x: 18mm, top: 20mm, bottom: 20mm),
  header: context if counter(page).get().first() > 1 {
    set text(9pt, fill: muted)
    [#report.name #h(1fr) #report.made_on]
  },
  footer: context {
    set text(9pt, fill: muted)
    [An aid to judgement, not an authority. Local codes govern. #h(1fr) Page #counter(page).display() of #counter(page).final().first() \
      #text(7pt, report.seal)]
  },
)
#set text(font: ("Atkinson Hyperlegible Next", "DejaVu Sans"), size: if report.kind == "owner" { 9.5pt } else { 10.5pt }, lang: "en")
#set par(leading: 0.62em)
#set table.cell(breakable: false)
#show heading.where(level: 1): it => block(above: 1.6em, below: 0.8em, {
  set text(if report.kind == "owner" { 12pt } else { 15pt })
  it.body
  v(-0.5em)
  line(length: 100%, stroke: 1.2pt + rule-colour)
})
#show heading.where(level: 2): it => block(above: 1.4em, below: 0.6em, text(12.5pt, it.body))
#show heading.where(level: 3): it => block(above: 1.2em, below: 0.4em, text(11pt, it.body))

#let pairs(lines) = grid(
  columns: (auto, 1fr),
  column-gutter: 5mm,
  row-gutter: 0.55em,
  ..lines.map(line => (text(fill: muted, line.what), line.value)).flatten(),
)

#let photographs(photos, across: 2) = if photos.len() > 0 {
  grid(
    columns: (1fr,) * across,
    gutter: 4mm,
    ..photos.map(photo => figure(
      block({
        image(photo.file, width: 100%, alt: if photo.caption == "" { "Photograph" } else { photo.caption })
        place(top + left, image(bytes(photo.marks), format: "svg", width: 100%, alt: "What is drawn on it"))
      }),
      caption: photo.caption,
      numbering: none,
      outlined: false,
    ))
  )
}

// A nail against its line: below it meets, proud it violates, half in it is marginal.
#let mark(verdict) = box(width: 9pt, height: 9pt, baseline: 1pt, {
  let line-at(y, dash: none) = place(line(start: (0pt, y), end: (9pt, y), stroke: (thickness: 0.9pt, dash: dash)))
  if verdict == "danger" {
    place(rect(width: 9pt, height: 9pt, fill: rgb("#8c1351")))
    place(line(start: (1.5pt, 7.2pt), end: (7.5pt, 7.2pt), stroke: 0.9pt + white))
    place(line(start: (4.5pt, 7.2pt), end: (4.5pt, 2.6pt), stroke: 1.4pt + white))
    place(line(start: (2.4pt, 2.2pt), end: (6.6pt, 2.2pt), stroke: 1.5pt + white))
  } else if verdict == "violates" {
    line-at(7pt)
    place(line(start: (4.5pt, 7pt), end: (4.5pt, 2pt), stroke: 1.4pt))
    place(line(start: (2pt, 1.6pt), end: (7pt, 1.6pt), stroke: 1.6pt))
  } else if verdict == "marginal" {
    line-at(5pt)
    place(dx: 2.5pt, dy: 3pt, circle(radius: 2pt, fill: luma(255), stroke: 0.8pt))
  } else if verdict == "not measured" {
    line-at(5pt, dash: "dotted")
  } else if verdict == "legacy" {
    line-at(3.5pt, dash: "dashed")
    place(dx: 3pt, dy: 5pt, circle(radius: 1.6pt, stroke: 0.8pt))
  } else {
    line-at(3.5pt)
    place(dx: 3pt, dy: 5pt, circle(radius: 1.6pt, fill: black))
  }
})

#if report.has_logo or report.firm.len() > 0 [
  #grid(
    columns: (1fr, auto),
    align: (left + horizon, right + horizon),
    report.firm.join(linebreak()),
    if report.has_logo { image("logo.jpg", height: 14mm, alt: "Logo") },
  )
  #v(0.4em)
]
#text(24pt, weight: 700)[#report.name]
#v(-0.4em)
#text(13pt, fill: muted)[#report.title]
#v(0.6em)
#pairs(report.particulars + ((what: "Report of", value: report.made_on),))

#grid(
  columns: (1fr, 1fr),
  column-gutter: 10mm,
  [= At a glance
    #pairs(report.counts)],
  [= Basis
    #pairs(report.basis)],
)

#if report.closed.len() > 0 [
  = Boxes left closed
  #for sentence in report.closed [#par(sentence)]
]

#if report.dangers.len() > 0 [
  = Dangers now
  #for sentence in report.dangers [
    #block(above: 0.5em, below: 0.5em)[#mark("danger") #sentence]
  ]
]

#if report.job != none [
  = What it takes
  #report.job.sentence
  #pairs(report.job.scopes)
  #if report.kind != "owner" [#pairs(report.job.estimate)]
]

#if report.faults.len() > 0 and report.kind != "owner" [
  = What is wrong, and where
  #set text(9pt)
  #table(
    columns: (38%, 8%, 54%),
    stroke: (x, y) => (bottom: 0.5pt + luma(190)),
    inset: (x: 3pt, y: 3pt),
    align: (left, right, left),
    table.header([*What*], [*Times*], [*Where*]),
    ..report.faults.map(fault => (
      [#mark(fault.verdict) #fault.title],
      str(fault.places.len()),
      fault.places.join(", "),
    )).flatten()
  )
]

= Cautions
- Switch off, and prove dead before a hand goes into a box: prove the tester on a live point, test every half and every cable, prove the tester again.
- The line side of a main stays live with the main off.
- Local codes and the authority having jurisdiction govern. Work only where the law lets you; where it asks for a licence, call a licensed electrician.
- Stop and refer where insulation crumbles, conductors are aluminium, anything is charred, or a conductor stays live with its breaker off.

#if report.kind == "repair-order" or report.kind == "full" [
  #pagebreak(weak: true)
  = Repair order
]
#if report.job != none and report.kind != "owner" [
  #for part in report.job.shut_downs [
    == #part.heading
    #for sentence in part.off [- #sentence]
    Boxes, from the feed outwards: #part.boxes.
    #if report.kind == "repair-order" [
      #text(9pt)[#for point in part.retest [- #point]]
    ]
  ]
  #if report.job.unplaced.len() > 0 [
    == In no shut-down
    #for sentence in report.job.unplaced [- #sentence]
  ]
]
#if report.job != none and report.kind == "repair-order" [
  == Box by box
  #for part in report.job.boxes [
    #block(breakable: false)[
      === #if part.danger [#mark("danger")] #part.heading
      #text(fill: muted)[#part.room; off: #if part.breakers == "" [not known] else [#part.breakers]; #part.minutes min]
    ]
    #for step in part.steps [+ #step]
    #for caution in part.cautions [#block(stroke: (left: 3pt + rgb("#8c1351")), inset: (left: 6pt, y: 2pt))[#caution]]
    #for note in part.notes [#text(fill: muted, note) #parbreak()]
  ]
  #if report.job.places.len() > 0 [
    == At the panels, in the rooms and along the cable runs
    #for part in report.job.places [
      === #if part.danger [#mark("danger")] #part.heading
      #text(fill: muted)[#part.room; #part.minutes min]
      #for step in part.steps [+ #step]
      #for caution in part.cautions [#block(stroke: (left: 3pt + rgb("#8c1351")), inset: (left: 6pt, y: 2pt))[#caution]]
      #for note in part.notes [#text(fill: muted, note) #parbreak()]
    ]
  ]
]
#if report.job != none and report.kind != "owner" [
  == What to bring
  #text(9pt, pairs(report.job.materials))
  == What to cut
  #for sentence in report.job.cuts [- #sentence]
]

// Findings of a panel, a room or a cable run, each with every sentence of it.
// One finding: what, in a sentence, by which section, and where it is in its life.
#let finding(row) = block(above: 0.6em, below: 0.6em)[
  #mark(row.verdict) *#row.title*#if row.verdict != "violates" [, #row.verdict]#if row.shortfall != "—" [: out by *#row.shortfall*] \
  #row.sentence #row.ruling
  #if row.left != "—" [Left: *#row.left.*]
  #text(8pt, fill: muted)[#row.citation#if row.repair != "—" [; #row.repair]#if row.state != "—" and row.state != "found" [; #row.state]]
]

#let told(rows) = for row in rows [#finding(row)]

// A drawing, with its words for those who do not see it.
#let drawn-to-scale(drawing, width: 78%) = figure(
  image(bytes(drawing.svg), format: "svg", width: width, alt: drawing.caption + ". " + drawing.words),
  caption: drawing.caption,
  numbering: none,
  outlined: false,
)

// A room or a cable run: its drawings, what was found, what puts it right.
#let drawn(part) = [
  #for drawing in part.drawings [#drawn-to-scale(drawing, width: 66%)]
  #set text(9pt)
  #told(part.rows)
  #if part.plan.len() > 0 [*What puts it right:* #part.plan.join(" ") #parbreak()]
  #for remark in part.remarks [*Also seen:* #remark #parbreak()]
  #text(fill: muted)[#part.rest]
  #for contradiction in part.contradictions [Contradiction: #contradiction #parbreak()]
  #photographs(part.photos)
]

#if report.rooms.len() > 0 [
  #pagebreak(weak: true)
  = Findings by room
]
#for room in report.rooms [
  == #room.name
  #if room.about != "" [#text(fill: muted, room.about)]

  #if room.sketch != none [
    === #mark(if room.sketch.dangerous { "danger" } else { room.sketch.verdict }) The room, taped
    #drawn(room.sketch)
  ]
  #for wanted in room.wanted [
    #block(breakable: false)[
      #set text(9pt)
      *Wanted:* #wanted.label. #wanted.says.
      #for reason in wanted.why [- #reason]
      #if wanted.drawing != none [
        #drawn-to-scale(wanted.drawing, width: 60%)
      ]
    ]
  ]

  #for part in room.boxes [
    #block(breakable: false, sticky: true)[
      === #mark(if part.dangerous { "danger" } else { part.verdict }) #part.heading
      #text(9pt, fill: muted)[#part.about]
    ]
    #for stop in part.stops [
      #block(stroke: (left: 3pt + rgb("#8c1351")), inset: (left: 6pt, y: 3pt))[*Stop: refer to a licensed electrician.* #stop]
    ]
    #set text(9pt)
    #set par(justify: false)
    #if part.sections.len() + part.photos.len() > 0 {
      grid(
        columns: (44%, 1fr),
        column-gutter: 5mm,
        stack(
          spacing: 2mm,
          ..part.sections.map(drawing => drawn-to-scale(drawing, width: 100%)),
          photographs(part.photos, across: calc.min(2, part.photos.len())),
        ),
        told(part.rows),
      )
    } else { told(part.rows) }
    #for drawing in part.drawings [#drawn-to-scale(drawing, width: 70%)]
    #if part.fill.len() > 0 [*Box fill:* #part.fill.map(line => line.what + " " + line.value).join("; "). #parbreak()]
    #for remark in part.remarks [*Also seen:* #remark #parbreak()]
    #if part.plan.len() > 0 [*What puts it right:* #part.plan.join(" ") #parbreak()]
    #text(fill: muted)[#part.rest]
    #for contradiction in part.contradictions [Contradiction: #contradiction #parbreak()]
  ]
  #if room.sound.len() > 0 [
    #mark("meets") Meet every limit judged: #room.sound.join("; ").
  ]
]

#if report.runs.len() > 0 [
  #pagebreak(weak: true)
  = Cable runs
]
#for run in report.runs [
  == #mark(if run.drawn.dangerous { "danger" } else { run.drawn.verdict }) #run.name
  #text(fill: muted, run.about)
  #drawn(run.drawn)
]

#if report.panels.len() > 0 [
  #pagebreak(weak: true)
  = Panels
  Work behind a dead front is for qualified persons, and only where a disconnect ahead makes its lugs dead.
]
#for panel in report.panels [
  == #mark(if panel.dangerous { "danger" } else { panel.verdict }) #panel.heading
  #text(fill: muted, panel.about)
  #for sentence in panel.stays_live [
    #block(stroke: (left: 3pt + rgb("#8c1351")), inset: (left: 6pt, y: 3pt))[#sentence]
  ]
  #for drawing in panel.drawings [#drawn-to-scale(drawing)]
  #set text(9pt)
  #told(panel.rows)
  #if panel.plan.len() > 0 [
    === What puts it right
    #for line in panel.plan [- #line]
  ]
  #for remark in panel.remarks [*Also seen:* #remark #parbreak()]
  #text(fill: muted)[#panel.rest]
  === Schedule
  #panel.mapping
  #table(
    columns: (10%, 16%, 30%, 44%),
    stroke: (x, y) => (bottom: 0.5pt + luma(190)),
    inset: (x: 3pt, y: 3.5pt),
    align: left,
    table.header([*Breaker*], [*Rated*], [*Directory says*], [*Found on it*]),
    ..panel.schedule.map(line => (line.name, line.rated, line.says, line.found)).flatten()
  )
  #panel.legs
]

#photographs(report.photos)

#if report.corrections.len() > 0 and report.kind != "owner" [
  #pagebreak(weak: true)
  = Correction list, answered
  #set text(9pt)
  #table(
    columns: (6%, 40%, 18%, 36%),
    stroke: (x, y) => (bottom: 0.5pt + luma(190)),
    inset: (x: 3pt, y: 4pt),
    align: left,
    table.header([*No.*], [*As it came*], [*Taken for*], [*Answer*]),
    ..report.corrections.map(row => (row.number, row.said, row.linked, row.answer)).flatten()
  )
]

#if report.kind != "repair-order" [
  = Limits of this inspection
  - Only what could be reached and seen was judged. Wiring within walls, and what lay behind a dead front that stayed on, was not.
  - Instruments tell how things stood when they were read; a reading names what it can mean, and what it cannot tell.
  - What was not measured is named with each box, and what the boxes opened say of those left closed is given above with its assurance.
  - Nothing here replaces the judgement of the authority or of a licensed electrician.
]

#if report.rules.len() > 0 [
= Limits and their sources
The limits are stated in our own words, from memory of the published codes; no code book was at hand when they were written down. Check the edition that your authority enforces before you rely on a figure. Those of the findings above:

  #block(columns(2, gutter: 6mm)[
    #set text(8pt)
    #for rule in report.rules [
      #block(above: 0.7em, below: 0.7em, breakable: false)[*#rule.title* #text(fill: muted, rule.source) \ #rule.limit]
    ]
  ])

Connector sizes, pigtail margins, minutes and working lengths are common practice, no source. A figure within the reading of the tape of a limit is called marginal and should be measured again.
]

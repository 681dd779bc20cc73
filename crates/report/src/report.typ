#let report = json("report.json")
#let muted = rgb("#5d594f")
#let rule-colour = rgb("#a8562b")
#let danger-colour = rgb("#8c1351")

#let (year, month, day) = report.made_on.split("-").map(int)
#set document(
  title: report.title + ": " + report.name,
  author: "Nailpunch",
  date: datetime(year: year, month: month, day: day),
)
#set page(
  paper: report.paper,
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
#set text(font: ("Atkinson Hyperlegible Next", "DejaVu Sans"), size: 10pt, lang: "en")
#set par(leading: 0.6em)
#set table.cell(breakable: false)
#show heading.where(level: 1): set block(above: 1.5em, below: 0.8em)
#show heading.where(level: 1): it => block(width: 100%, stroke: (bottom: 1.2pt + rule-colour), inset: (bottom: 0.35em), text(1.35em, it.body))
#show heading.where(level: 2): it => block(above: 1.4em, below: 0.6em, text(1.15em, it.body))
#show heading.where(level: 3): it => block(above: 1.2em, below: 0.4em, text(1.05em, it.body))

#let pairs(lines) = grid(
  columns: (auto, 1fr),
  column-gutter: 5mm,
  row-gutter: 0.55em,
  ..lines.map(line => (text(fill: muted, line.what), line.value)).flatten(),
)

// Rows with a thin line under each.
#let listing(columns, header, ..cells) = table(
  columns: columns,
  stroke: (x, y) => (bottom: 0.5pt + luma(190)),
  inset: (x: 3pt, y: 3pt),
  align: left,
  table.header(..header.map(title => strong(title))),
  ..cells,
)

#let caution(body) = block(stroke: (left: 3pt + danger-colour), inset: (left: 6pt, y: 2pt), body)

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

// Short entries in columns of as many each, for what goes on one page.
#let entries(across, lines) = {
  let each = calc.max(1, calc.ceil(lines.len() / across))
  let column(lines) = for line in lines { block(above: 0.75em, below: 0.75em, line) }
  grid(columns: (1fr,) * across, column-gutter: 6mm, ..lines.chunks(each).map(column))
}

// Each fault once, with every place where it is.
#let faults(lines) = {
  let tight = report.kind == "hand-over"
  set text(if tight { 8pt } else { 8.5pt })
  columns(if tight { 3 } else { 2 }, gutter: 6mm, for fault in lines {
    block(above: 0.5em, below: 0.5em, breakable: false)[
      #mark(fault.verdict) *#fault.title*#if fault.places.len() > 1 [ (#fault.places.len())]: #fault.places.join("; ")
    ]
  })
}

#let dangers-list(lines) = entries(2, lines.map(danger => [
  #mark("danger") *#danger.place*#if danger.room != "" [, #danger.room]: #danger.what.join(" ")
]))

// One finding: what, in a sentence, by which section, and where it is in its life.
#let finding(row) = block(above: 0.6em, below: 0.6em)[
  #mark(row.verdict) *#row.title*#if row.verdict != "violates" [, #row.verdict]#if row.shortfall != "—" [: out by *#row.shortfall*] \
  #row.sentence #row.ruling
  #if row.left != "—" [Left: *#row.left.*]
  #text(8pt, fill: muted)[#row.citation#if row.repair != "—" [; #row.repair]#if row.state != "—" and row.state != "found" [; #row.state]]
]

#let told(rows) = for row in rows { finding(row) }

// A drawing, with its words for those who do not see it.
#let drawn-to-scale(drawing, width: 78%) = figure(
  image(bytes(drawing.svg), format: "svg", width: width, alt: drawing.caption + ". " + drawing.words),
  caption: drawing.caption,
  numbering: none,
  outlined: false,
)

// A place: its drawings and photographs beside what was found there, and what puts it right.
#let told-place(part) = [
  #block(breakable: false, sticky: true)[
    == #mark(part.verdict) #part.heading
    #text(9pt, fill: muted)[#if part.room != "" { part.room + "; " }#part.about]
  ]
  #set text(9pt)
  #for stop in part.stops [#caution(stop)]
  #let beside = part.sections.len() + part.photos.len() > 0
  #if part.rows.len() > 7 {
    // A long list stands in two columns, with its pictures above it.
    grid(columns: (1fr, 1fr), gutter: 4mm, ..part.sections.map(drawing => drawn-to-scale(drawing, width: 100%)))
    photographs(part.photos, across: 3)
    let half = calc.ceil(part.rows.len() / 2)
    grid(columns: (1fr, 1fr), column-gutter: 6mm, told(part.rows.slice(0, half)), told(part.rows.slice(half)))
  } else if beside and part.rows.len() > 0 {
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
  } else {
    told(part.rows)
    photographs(part.photos, across: 3)
  }
  #for drawing in part.drawings [#drawn-to-scale(drawing, width: if part.kind == "run" { 76% } else { 48% })]
  #if part.fill.len() > 0 [*Box fill:* #part.fill.map(line => line.what + " " + line.value).join("; "). #parbreak()]
  #for remark in part.remarks [*Also seen:* #remark #parbreak()]
  #if part.plan.len() > 0 [*What puts it right:* #part.plan.join(" ") #parbreak()]
  #for contradiction in part.contradictions [Contradiction: #contradiction #parbreak()]
]

// Work at a place of the repair order.
#let job-place(part) = [
  #block(breakable: false, sticky: true)[
    === #if part.danger [#mark("danger")] #part.heading
    #text(fill: muted)[#part.room#if part.breakers != "" { "; off: " + part.breakers }#("; " + part.time)]
  ]
  #for step in part.steps [+ #step]
  #for words in part.cautions [#caution(words)]
  #for note in part.notes [#text(fill: muted, note) #parbreak()]
]

// As large as goes on one page.
#let on-one-page(body) = layout(size => {
  let sizes = (10.5pt, 10pt, 9.5pt, 9pt, 8.5pt, 8pt, 7.5pt, 7pt)
  let fits(points) = measure(block(width: size.width, { set text(points); body })).height <= size.height
  let points = sizes.find(fits)
  set text(if points == none { sizes.last() } else { points })
  body
})

#let head = [
  #if report.has_logo or report.firm.len() > 0 [
    #grid(
      columns: (1fr, auto),
      align: (left + horizon, right + horizon),
      report.firm.join(linebreak()),
      if report.has_logo { image("logo.jpg", height: 14mm, alt: "Logo") },
    )
    #v(0.4em)
  ]
  #{
    show title: set text(2em, weight: 700)
    title(report.name)
  }
  #v(-0.8em)
  #text(1.25em, fill: muted)[#report.title]
  #v(0.3em)
  #{
    let particulars = report.particulars + ((what: "Report of", value: report.made_on),)
    let half = calc.ceil(particulars.len() / 2)
    grid(columns: (1fr, 1fr), column-gutter: 8mm, pairs(particulars.slice(0, half)), pairs(particulars.slice(half)))
  }
]

#let cautions = [
  = Cautions
  - Switch off, and prove dead before a hand goes into a box: prove the tester on a live point, test every half and every cable, prove the tester again.
  - The line side of a main stays live with the main off.
  - Local codes and the authority having jurisdiction govern. Work only where the law lets you; where it asks for a licence, call a licensed electrician.
  - Stop and refer where insulation crumbles, conductors are aluminium, anything is charred, or a conductor stays live with its breaker off.
]

// The owner's page, which stands alone.
#let summary(summary) = [
  #show heading.where(level: 1): set block(above: 1.1em, below: 0.6em)
  #head
  #text(1.15em, weight: 700, summary.says)
  = What to do first
  #for sentence in summary.first [+ #sentence]
  #if summary.dangers.len() > 0 [
    = Dangers now
    #dangers-list(summary.dangers)
    #if summary.more > 0 [And #summary.more more places#(if report.kind == "owner" { ", in the full report." } else { "." })]
  ]
  = What it costs
  #summary.cost
  #pairs(summary.scopes)
  = What was not looked at
  #for sentence in summary.not_seen [- #sentence]
  #v(0.4em)
  #text(fill: muted)[Have the work done by whoever the law lets do it. Do not open a box or a panel yourself: parts of a panel stay live with its main off.]
]

// The notice of danger, to be signed or as it was.
#let notice(notice) = [
  #show heading.where(level: 1): set block(above: 1.1em, below: 0.6em)
  #head
  #v(0.4em)
  #if notice.to != "" [To *#(notice.to + ".")*] What stands below was found at the place named above#if notice.day != "" [, as it stood on #notice.day]. Each can kill, injure or start a fire as it is.
  = What to do now
  + Do not use what is named, do not touch it, and keep others away from it.
  + Where something smells burnt, is hot, sparks or shocks: get out of its reach, and call the emergency number. Switch off only what can be reached without going near.
  + Have it made safe by a licensed electrician before it is used again.
  #if notice.dangers.len() > 0 [
    = What is a danger
    #entries(if notice.dangers.len() > 16 { 3 } else { 2 }, notice.dangers.map(danger => [#mark("danger") *#danger.place*: #danger.what.join(" ")]))
  ]
  #if notice.declined.len() > 0 [
    = Declined by the owner
    The owner was told of the danger and does not want it put right now.
    #entries(2, notice.declined.map(danger => [#mark("danger") *#danger.place*: #danger.what #if danger.reason != "" [Reason: _#(danger.reason)_]]))
  ]
  #if notice.dangers.len() + notice.declined.len() == 0 [
    = Nothing is a danger now
    Nothing that was looked at is a danger as it stands.
  ]
  #v(1em)
  #let line-of(label, above) = block(width: 100%, breakable: false)[
    #block(height: 16mm, width: 100%, align(bottom, above))
    #v(-0.8em)
    #line(length: 100%, stroke: 0.6pt)
    #v(-0.6em)
    #text(0.85em, fill: muted, label)
  ]
  #grid(
    columns: (1fr, 1fr),
    column-gutter: 12mm,
    line-of([Given by], [#notice.by]),
    line-of(
      [Received by #(notice.to)#if notice.day != "" [, #notice.day]#if notice.day == "" [; name, day, signature]],
      if notice.signature != none {
        image(bytes(notice.signature), format: "svg", height: 15mm, alt: "Signature of " + notice.to)
      } else if notice.not_signed != "" [Not signed: #notice.not_signed],
    ),
  )
  #if notice.earlier.len() > 0 [
    #text(0.9em, fill: muted)[Given before: #(notice.earlier.join("; ") + ".")]
  ]
]

#if report.notice != none {
  on-one-page(notice(report.notice))
} else if report.summary != none { on-one-page(summary(report.summary)) } else { head }

// The house on one page: each room a tile, each box a mark with the breaker that feeds it.
#let house-mark(part) = box(inset: (right: 1.1em))[#mark(part.verdict) *#part.name*#if part.fed_by != "" [ #text(0.85em, fill: muted, part.fed_by)]#if part.put_right [ #text(0.85em, fill: muted, [put right])]]
#let house(house) = [
  = The house on one page
  #house.says Still to come: #house.still Beside each box stands the breaker that feeds it, as far as that is known.
  #let tile(name, body) = block(width: 100%, breakable: false, inset: (y: 2pt), stroke: (top: 0.8pt + luma(120)))[
    #name \ #body
  ]
  #let tiles = house.rooms.map(room => tile(
    [#if room.verdict != none [#mark(room.verdict)] *#room.name*],
    if room.boxes.len() == 0 { text(fill: muted)[no box] } else { room.boxes.map(house-mark).join() },
  ))
  #let beside = house.panels.map(panel => tile(house-mark(panel.mark), panel.breakers.join(linebreak())))
  #if house.runs.len() > 0 { beside.push(tile([*Cable runs*], house.runs.map(house-mark).join(linebreak()))) }
  #let half = calc.max(1, calc.ceil(tiles.len() / 2))
  #grid(
    columns: (1fr, 1fr, 1fr),
    column-gutter: 5mm,
    stack(spacing: 1mm, ..beside),
    ..tiles.chunks(half).map(tiles => stack(spacing: 1mm, ..tiles)),
  )
]
#if report.house != none {
  pagebreak(weak: true)
  on-one-page(house(report.house))
}

#if report.dangers.len() > 0 [
  = Dangers now
  #set text(9pt)
  #dangers-list(report.dangers)
]

#if report.kind == "hand-over" [
  Only what could be reached and seen was judged, under #(report.basis.first().value + ";") wiring within walls was not. Nothing here replaces the judgement of the authority or of a licensed electrician.
]
#if report.kind == "full" and report.faults.len() + report.settled.len() > 0 { pagebreak(weak: true) }
#let put-right = if report.settled.len() > 0 [
  = Put right, and proven anew
  #faults(report.settled)
]
#if report.kind == "hand-over" { put-right }
#if report.faults.len() > 0 [
  = #if report.kind == "full" [What is wrong, and where] else [Still open]
  #faults(report.faults)
]
#if report.kind != "hand-over" { put-right }
#if report.counts.len() > 0 [
  = Where the findings stand
  #set text(9pt)
  #columns(2, gutter: 8mm, pairs(report.counts))
]

#if report.groups.len() > 0 { pagebreak(weak: true) }
#for group in report.groups [
  = #group.title
  #text(fill: muted, group.says)
  #for part in group.places [#told-place(part)]
]

#if report.wanted.len() > 0 [
  = What is wanted, and not made yet
  #set text(9pt)
  #for wanted in report.wanted [
    == #wanted.label, #wanted.room
    #wanted.says.
    #for reason in wanted.why [- #reason]
    #if wanted.drawing != none { drawn-to-scale(wanted.drawing, width: 60%) }
  ]
]

#if report.met.len() > 0 [
  = What was met
  How many limits each place meets, of those that concern it.
  #set text(8.5pt)
  #listing((26%, 74%), ("Where", "Limits met"), ..report.met.map(line => (line.room, line.places)).flatten())
]
#if report.missing.len() > 0 [
  = What was not measured
  #set text(8.5pt)
  #listing((38%, 8%, 54%), ("What", "Times", "Where"), ..report.missing.map(line => (
    line.title,
    str(line.places.len()),
    line.places.join(", "),
  )).flatten())
]

#if report.job != none and report.kind != "owner" [
  #let job = report.job
  #if report.kind == "full" [
    #pagebreak(weak: true)
    = Repair order
  ]
  #if report.kind == "repair-order" [
    = What it takes
  ]
  #job.sentence
  #text(9pt, pairs(job.scopes + job.estimate))
  #cautions
  #for part in job.shut_downs [
    #if report.kind == "full" [
      == #part.heading
    ] else [
      = #part.heading
    ]
    #for sentence in part.off [- #sentence]
    Boxes, from the feed outwards: #part.tags.
    #if report.kind == "repair-order" [
      Prove every box dead before it is worked on: its dead test, point by point, stands with this shut-down in the plan.
      == Box by box
      #for known in part.boxes [#job-place(known)]
      #if part.retest.len() > 0 [
        == Test again
        #text(9pt)[#for point in part.retest [- #point]]
      ]
    ]
  ]
  #if job.unplaced.len() > 0 [
    #if report.kind == "full" [
      == In no shut-down
      #for known in job.unplaced [- #known.heading: #known.notes.join(" ")]
    ] else [
      = In no shut-down
      #heading(level: 2)[Box by box]
      #for known in job.unplaced [#job-place(known)]
    ]
  ]
  #if report.kind == "repair-order" and job.places.len() > 0 [
    = At the panels, in the rooms and along the cable runs
    == Place by place
    #for part in job.places [#job-place(part)]
  ]
  #if report.kind == "full" [
    == What to bring
    #text(9pt, pairs(job.materials))
    == What to cut
    #for sentence in job.cuts [- #sentence]
  ] else [
    = What to bring
    #text(9pt, pairs(job.materials))
    = What to cut
    #for sentence in job.cuts [- #sentence]
  ]
]

#if report.panels.len() > 0 [
  #pagebreak(weak: true)
  = Panel schedules
  Work behind a dead front is for qualified persons, and only where a disconnect ahead makes its lugs dead.
]
#for panel in report.panels [
  == #panel.heading
  #set text(9pt)
  #panel.mapping
  #listing(
    (10%, 16%, 30%, 44%),
    ("Breaker", "Rated", "Directory says", "Found on it"),
    ..panel.schedule.map(line => (line.name, line.rated, line.says, line.found)).flatten(),
  )
  #panel.legs
]

#if report.instruments.len() + report.readings.len() > 0 [
  = Instruments and what they read
]
#if report.instruments.len() > 0 [
  #set text(8.5pt)
  #listing(
    (24%, 16%, 32%, 14%, 14%),
    ("Instrument", "Serial", "Reads", "Calibrated", "Next due"),
    ..report.instruments.map(line => (
      line.name,
      line.serial,
      line.reads,
      line.calibrated,
      if line.overdue [*#line.due, overdue*] else { line.due },
    )).flatten(),
  )
]
#for part in report.readings [
  == #part.heading
  #if part.warning != "" { caution(part.warning) }
  #text(8pt, columns(2, gutter: 6mm, for line in part.readings {
    block(above: 0.5em, below: 0.5em, breakable: false, line)
  }))
]

#if report.photos.len() > 0 [
  = Other photographs
  #photographs(report.photos)
]

#if report.corrections.len() > 0 [
  #pagebreak(weak: true)
  = Correction list, answered
  #set text(9pt)
  #listing(
    (6%, 40%, 18%, 36%),
    ("No.", "As it came", "Taken for", "Answer"),
    ..report.corrections.map(row => (row.number, row.said, row.linked, row.answer)).flatten(),
  )
]

#if report.kind == "re-inspection" { cautions }

#if report.kind == "full" or report.kind == "re-inspection" [
  = Limits of this inspection
  - Only what could be reached and seen was judged. Wiring within walls, and what lay behind a dead front that stayed on, was not.
  - Instruments tell how things stood when they were read; a reading names what it can mean, and what it cannot tell.
  - Nothing here replaces the judgement of the authority or of a licensed electrician.
]
#if report.kind == "full" or report.kind == "re-inspection" [
  = Basis
  #text(9pt, pairs(report.basis))
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

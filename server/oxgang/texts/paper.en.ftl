# What stands on a student's papers (files/card.py, files/sheet.py, files/report.py), in English.

## The card
paper-title = { $student }, version { $version }
paper-unit-m = metres
paper-unit-yd = yards
paper-no-shots = No shots in use yet.
paper-none = none
paper-same = same
paper-from-chart = not bold: from a chart
paper-estimated = italic: estimated
paper-add = + 2: hit it 2 longer. none: no shot is close
paper-run = +: usual run on medium turf
paper-ball-back = ball { $inches } back
paper-ball-forward = ball { $inches } fwd
paper-grip-down = grip { $inches } down
paper-learning = ( ): still learning
paper-left-out = left out for room: { $names }
paper-launch = launch ° with the { $club }: { $windows }

## Homework and the score sheet
paper-score-sheet = Paper score sheet
paper-page = { $title }, { $page } of { $pages }
paper-day = Day
paper-lie = Lie
paper-ball = Ball
paper-wind = Wind
paper-air = Air
paper-carry = Carry of each ball [{ $unit }]
paper-boxes = Carry in each box [{ $unit }].
paper-letters = After a number: f fat, t thin, h heel, o toe, x hit hard. Leave unused boxes empty.
paper-caution = Never walk out to measure while anyone can hit. The range's own rules come first. Rest between sets. Stop if it hurts.
paper-at-the-tape = at
paper-below-the-tape = below
paper-above-the-tape = above
paper-at-the-spot = spot

## The report
paper-period = { $from } to { $to }
paper-balls =
    { $balls ->
        [one] { $balls } ball
       *[other] { $balls } balls
    }
paper-solid = Solid strikes
paper-spread = Spread of solid balls
paper-launches = Launch in its window
paper-covered = Ground covered (brown: needs checking)
paper-not-measured = not measured
paper-ground = The ground: where each shot lands
paper-stock = Stock numbers now, { $unit }
paper-no-wedge = No wedge in the bag yet.
paper-practise = To practise
paper-sessions = Next sessions

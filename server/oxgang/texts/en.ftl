# What Oxgang tells a coach, in English. `messages.py` says which functions a message may use.
# Another language is another file beside this one.

# Joins what a message lists.
list-between = ,
list-last = and

## What is due of a student's numbers (core/keeping/due.py)

due-no-bag = No wedge in the bag yet
due-no-balls = Nothing measured yet: one swing with every wedge first
due-not-needed = No number yet within the distances that are needed
due-no-shot = No shot is played: choose some under Shots
due-waiting =
    { $balls ->
        [one] { $balls } ball waits for a review
       *[other] { $balls } balls wait for a review
    }
due-new-club =
    New { $club } since { DAY($since) }, { $balls ->
        [0] not measured yet
        [one] { $balls } ball so far
       *[other] { $balls } balls so far
    }
due-break = Back from a break on { DAY($on) }: { due-opened }
due-moved = { $touched } moved on { DAY($on) }: { due-opened }
due-event =
    { NAME($event, of: "event") }{ $of_club ->
        [1] { " " }({ $club })
       *[other] { "" }
    } on { DAY($on) }: { due-opened }
due-opened =
    { $numbers ->
        [one] { $numbers } number is open
       *[other] { $numbers } numbers are open
    }
due-longer = Creeping longer since { DAY($since) }: { PERCENT($share) } so far
due-shorter = Creeping shorter since { DAY($since) }: { PERCENT($share) } so far
due-one-wide = { $shot } is wider than ± { YD($tolerance_yd, digits: 1) }{ due-last-hit }
due-wide = { $wide } of { $played } numbers are wider than ± { YD($tolerance_yd, digits: 1) }{ due-last-hit }
due-last-hit =
    { $old ->
        [1] , last hit { DAY($last_hit) }
       *[other] { "" }
    }
due-known =
    { $wide } of { $played } carries { $wide ->
        [one] is
       *[other] are
    } uncertain (over ± { YD($tolerance_yd, digits: 1) }). A check-up would hardly change { $wide ->
        [one] it
       *[other] them
    }
due-few =
    { $numbers ->
        [one] 1 shot covers
       *[other] { $numbers } shots cover
    } only { PERCENT($share) } of the distances. Measure more swings
due-holds = Every number holds
due-broken = These numbers could not be computed. Undo the last change under History, or tell whoever runs Oxgang

## Which shots are meant (core/keeping/events.py)

touch-everything = everything
touch-club = the { $club }
touch-swings = { $swing } swings
touch-shots = { $shot }
touch-together = all carries together
touch-together-by-one = all carries together (only the { $only } was hit)

## Events (core/keeping/events.py)

event-new-club = new club
    .about = The old club's balls stay with the old club.
event-club-bent = club bent
    .about = Loft or lie bent: this club's numbers are open.
event-new-grooves = new grooves
    .about = Spin and launch of this club may move a little.
event-other-ball = other ball
    .about = Every carry may move a little, all together.
event-technique = technique
    .about = Every cell may have moved, each its own way.
event-other-school = other school
    .about = Set-up and low point change: measure again.
event-injury = injury
    .about = Speed is open. Pain means stop; see a clinician.
event-growth = growth
    .about = A junior's speed grows, all cells together.
event-season-break = season break
    .about = Weeks off: all carries together, and rust.
event-numbers-moved = numbers moved
    .about = The old level no longer counts, from this day.

## Why a number is doubtful (core/carry/cells.py)

doubt-few-balls = few balls
doubt-old = old
doubt-conflict = conflict
doubt-days-disagree = days disagree
doubt-from-another-scale = from another scale
doubt-before-a-change = before a change
doubt-from-totals = from totals (five balls with carry and total show how far yours run)

## Plans (core/practice)

protocol-check-up = check-up
    .about = The planner's choice: where each ball narrows the matrix most.
protocol-first-map = first map
    .about = One swing, every wedge: which club owns which distance.
protocol-full-map = full map
    .about = Every wedge through the stock swings, planned.
protocol-trajectory-set = trajectory set
    .about = Low, stock and high at one distance.
protocol-spin-ladder = spin ladder
    .about = One shot from tee, mat, perfect turf and rough.
protocol-tempo-map = tempo map
    .about = Slower, normal and faster with one swing.
protocol-ball-position-trim = ball-position trim
    .about = One swing with the ball back, in place and forward.
protocol-grip-down = grip down
    .about = One swing with the grip in place, { INCHES(1) } down and { INCHES(2) }.
protocol-close-gaps = close the gaps
protocol-net-launch = net launch
    .about = Launch only, into a net.

plan-now-and-after = ± { YARDS($now_yd) } now, about ± { YARDS($after_yd) } after
plan-estimated = only estimated at { YARDS($carry_yd) }, { plan-now-and-after }
plan-doubtful = { NAME($doubts, of: "doubt") }, { plan-now-and-after }
plan-known = carries { YARDS($carry_yd) }, { plan-now-and-after }
plan-check = well known at { YARDS($carry_yd) }: has it moved?
plan-one-swing = one swing, every wedge
plan-height = { $trajectory } for { YARDS($at_yd) }: carries { YARDS($carry_yd) }
plan-spin = spin from { $lie }
plan-tempo = tempo
plan-ball-place = what the ball's place is worth
plan-grip-place = what gripping down is worth
plan-closes = closes { YD($closes) } of fallow at about { YARDS($carry_yd) }
plan-own = { $words }
place-net = into the net

adjustment-ball-back = ball { INCHES($inches) } back
adjustment-ball-forward = ball { INCHES($inches) } forward
adjustment-ball-in-place = ball in its place
adjustment-grip-down = grip down { INCHES($inches) }
adjustment-between = between { $from } and { $to }

## Ways to close a gap (core/ground/fills.py)

fill-play = { $shot }
fill-known = { $shot }
fill-height = { $shot }
fill-grip = { $shot }, { adjustment-grip-down }
fill-adjustment =
    { $back ->
        [1] { $shot }, { adjustment-ball-back }
       *[other] { $shot }, { adjustment-ball-forward }
    }
fill-between = { $club } between { $from } and { $to }
fill-tempo = { $club } { $swing }, { $tempo } tempo
fill-spin = { $club } { $swing }, { $spin }

## A set-up (core/flight/recipes.py)

recipe-words =
    { $place ->
        [0] Ball in the middle
        [1] Ball { INCHES($inches) } forward
       *[other] Ball { INCHES($inches) } back
    }, { $handle ->
        [level] shaft nearly upright
        [ahead] handle a little ahead
       *[other] handle well ahead
    }, face { $open ->
        [0] square
       *[other] { $open }° open
    }, { $weight } % on the lead foot

## The file of a card (files/card_file.py)

card-file-title = Wedge card of { $student }
card-file-head = Version { $version } of { $day }. { $academy }
card-file-none = none

## What a coach should know before a card is handed out (core/ground/card.py)

card-no-shot = No shot is played, so that no distance has an answer: choose some under Shots
card-only-estimates = Every number is an estimate: not a ball stands behind it
card-few-shots =
    { $shots ->
        [one] Only { $shots } shot is played
       *[other] Only { $shots } shots are played
    }
card-little-ground = The shots played reach { PERCENT($share) } of the ground
card-few-balls = { $shots } of { $of } shots have fewer than { $enough } balls
card-wide = { $shots } of { $of } numbers are wider than ± { YD($tolerance_yd, digits: 1) }

## The window between a part swing and a full one (core/ground/window.py)

window-rule = From { $club } { $swing } ({ YARDS($part_yd) }) to its full swing ({ YARDS($full_yd) }) the { $club } has no swing: one club down, { $down } { $swing } goes { YARDS($down_yd) }

## Stages (core/ground/stages.py)

stage-contact = { $good } of the last { $of } solid; { PERCENT($share) } of { $least } are needed
stage-distance = { $good } of { $of } stock cells within the tolerance; { PERCENT($share) } of at least { $least } are needed
stage-trajectory = { $good } of { $of } launches in their window; { PERCENT($share) } of at least { $least } are needed

## How much hitting is enough (core/practice/load.py)

load-stop = { $hit } balls: the limit of { $limit } is reached. Stop here; any pain means stop.
load-near = { $left } more to the limit of { $limit }.
load-rest = { $hit } balls: rest two minutes, loosen the grip, check wrist and back.

## What a review says (core/keeping/drift)

review-blend = Nothing has moved beyond chance: the balls blend in.
review-replace = Moved: { $touched }, { PERCENT($share, signed: 1) }.
review-check-up-longer = Perhaps longer: { $touched }. Not sure yet.
review-check-up-shorter = Perhaps shorter: { $touched }. Not sure yet.
review-anew = From { DATE($since) } on, older numbers of { $touched } hardly count. Setup takes it back.

## A period, for the student and the parents (core/keeping/remarks.py)

remark-not-hit = { $name } has not hit in this period.
remark-balls =
    { $balls ->
        [one] { $name } hit { $balls } ball.
       *[other] { $name } hit { $balls } balls.
    }
remark-solid = { PERCENT($share) } were solid.
remark-solid-moved = { PERCENT($share) } were solid, from { PERCENT($before) } in the first half to { PERCENT($after) } in the second.
remark-scatter = Solid balls scatter by { PERCENT($share) } of their number.
remark-scatter-tighter = Solid balls scatter by { PERCENT($share) } of their number, tighter than in the first half.
remark-scatter-wider = Solid balls scatter by { PERCENT($share) } of their number, wider than in the first half.
remark-launch = { $hits } of { $of } launches were in their window.
remark-ground = { PERCENT($after) } of the ground from { YARDS($from_yd) } to { YD($to_yd) } has a shot
remark-covered = { remark-ground }.
remark-covered-up = { remark-ground }, up from { PERCENT($before) }.
remark-covered-down = { remark-ground }, down from { PERCENT($before) }.
remark-doubtful = { PERCENT($share) } of the numbers want measuring again.

turn-solid = solid { PERCENT($before) } to { PERCENT($after) } ({ POINTS($lo) } to { POINTS($hi) } points)
turn-solid-chance = solid { PERCENT($before) } to { PERCENT($after) } (within chance)
turn-launch = launch in its window { PERCENT($before) } to { PERCENT($after) } ({ POINTS($lo) } to { POINTS($hi) } points)
turn-launch-chance = launch in its window { PERCENT($before) } to { PERCENT($after) } (within chance)
turn-spread = spread { PERCENT($before) } to { PERCENT($after) } ({ PERCENT($lo) } to { PERCENT($hi) } of before)
turn-spread-chance = spread { PERCENT($before) } to { PERCENT($after) } (within chance)
turn-one-side = No balls on both sides of it.
report-interval = Bands and ± hold the true value in { $level } of cases. Pain means stop.
report-homework =
    { $balls ->
        [one] { $balls } ball: { $shot }
       *[other] { $balls } balls: { $shot }
    }

## Who changed what (academy/models/log.py). `fields` is made of `log-field`, one for each field.

log-back = Took back: { $what }
log-field = { $name } { $before } to { $after }
log-nothing = nothing
log-said = { $words }
server-damaged = The database is damaged. Restore the last good backup (docs/running.md).
server-no-backup = No backup has been written yet. Look at the server's log.
server-old-backup = The last backup is more than two days old. Look at the server's log.
log-signed-in = Signed in from { $where }
log-signed-out = Signed out
log-student-added = Added { $student }
log-student-changed = Changed { $fields }
log-student-archived = Archived { $student }
log-student-restored = Brought { $student } back
log-student-brought-in = Brought { $student } in from { $academy }
log-criteria-changed = Changed when a stage holds
log-shots-chosen =
    Chose shots{ $plays ->
        [0] { "" }
       *[other] ; plays { $played }
    }{ $works ->
        [0] { "" }
       *[other] ; works on { $work }
    }{ $drops ->
        [0] { "" }
       *[other] ; no more { $neither }
    }
log-setups-changed = Changed the set-ups
log-club-added = Put the { $club } into the bag
log-club-changed = Changed the { $club }: { $fields }
log-club-archived = Took the { $club } out of the bag
log-club-restored = Put the { $club } back into the bag
log-scale-added = Added the scale { $scale }
log-scale-changed = Changed the scale { $scale }
log-scale-shortened = Changed the scale { $scale }, without { $gone }
log-device-made = Made a token for { $device }
log-device-ended = Took the token of { $device } away
log-device-claimed = { $device } plays for { $student }
log-device-released = { $device } plays for { $student } no more
log-device-balls-discarded =
    { $balls ->
        [one] Discarded a ball of { $device }
       *[other] Discarded { $balls } balls of { $device }
    }
log-session-booked = Booked a session on { MOMENT($at) }
log-sessions-booked = Booked { $weeks } weekly sessions from { MOMENT($at) }
log-session-changed = Changed the session of { MOMENT($at) }: { $fields }
log-session-cancelled = Cancelled the session of { MOMENT($at) }
log-balls-recorded =
    { $balls ->
        [one] Recorded { $balls } ball of { DAY($first) }
       *[other] Recorded { $balls } balls of { DAY($first) }
    }
log-balls-from-file =
    { $balls ->
        [one] Recorded { $balls } ball of { DAY($first) } from a file
       *[other] Recorded { $balls } balls of { DAY($first) } to { DATE($last) } from a file
    }
log-carries-told =
    { $cells ->
        [one] Took { $cells } carry from a matrix file
       *[other] Took { $cells } carries from a matrix file
    }
log-ball =
    { $launch ->
        [1] a launch
       *[other] { YD($carry_yd, digits: 1) }
    } with { $club } { $swing } of { DAY($day) }
log-ball-changed = { log-ball }: { $fields }
log-ball-club-changed = { log-ball }: it was the { $to }
log-ball-withdrawn = Withdrew { log-ball }
log-ball-restored = Brought back { log-ball }
log-plan-kept = Planned { NAME($title, of: "protocol") }, { $balls } balls
log-homework-kept = Homework { NAME($title, of: "protocol") }, { $balls } balls
log-plan-dropped = Dropped the plan { NAME($title, of: "protocol") }
log-homework-dropped = Dropped the homework { NAME($title, of: "protocol") }
log-event-added = Wrote down: { NAME($event, of: "event") } on { DATE($on) }
log-event-of-club-added = Wrote down: { NAME($event, of: "event") } (the { $club }) on { DATE($on) }
log-balls-kept =
    { $balls ->
        [one] Kept { $balls } ball
       *[other] Kept { $balls } balls
    }
log-balls-kept-some-aside = Kept { $balls } balls, { $aside } set aside
log-day-reopened = Opened { $balls } balls of { DAY($day) } again
log-spin-joined =
    { $balls ->
        [one] { $balls } ball went back to the shot it was hit for: measured spin no longer makes a shot of its own
       *[other] { $balls } balls went back to the shot they were hit for: measured spin no longer makes a shot of its own
    }
log-version-published = Published version { $version }
log-link-made = Made a link to the card for { $days } days
log-link-ended = Ended a link to the card
log-link-renewed = Gave the private link a new address, for { $days } days
log-code-set = Set a code for the private link
log-code-ended = Took the code off the private link
log-sharing-changed = Chose what the student sees: { NAME($shows, of: "shows") }
log-lesson-written = Wrote down the lesson of { DAY($day) }
log-lesson-withdrawn = Took away the lesson of { DAY($day) }
log-lesson-word-added = Added "{ $text }" to the academy's words for lessons
log-lesson-word-archived = Took "{ $text }" off the academy's words for lessons
log-picture-added = Kept a picture of { $swing }
log-picture-removed = Took away the picture of { $swing }
log-routine-kept = Kept the protocol { $name }
log-routine-archived = Took away the protocol { $name }
log-practised =
    { $of ->
        [trial] Practised { NAME($what, of: "trial") }
       *[form] Practised { NAME($what, of: "form") }
    }: { $points } of { $calls }
log-practice-reported =
    { $of ->
        [trial] The student reported { NAME($what, of: "trial") }
       *[form] The student reported { NAME($what, of: "form") }
    }: { $points } of { $calls }
log-round-refused = A round from the student's phone was not accepted: { $why } It stays on the phone. What was hit: { $played }
log-balls-reported =
    { $balls ->
        [one] The student reported { $balls } ball of { DAY($first) }
       *[other] The student reported { $balls } balls of { DAY($first) }
    }
log-homework-sent = Sent homework: { $title }, { $balls } balls by { DAY($due) }
log-homework-taken-back = Took back the homework { $title }
log-homework-closed = Closed the homework { $title }
log-person-invited = Invited { $person } as { NAME($role, of: "role") }
log-person-came = { $person } came in as { NAME($role, of: "role") }
log-person-link-ended = Took the one-time link for { $person } back
log-person-changed = Changed { $person }: { $fields }
log-academy-begun = The academy was begun by { $person }
log-person-left = { $person } has left: signed out everywhere, tokens and addresses ended
log-person-back = { $person } may sign in again
log-password-link-made = Made a one-time link for a new password of { $person }
log-password-changed = { $person } has a new password
log-factor-set = { $person } set a second factor
log-factor-ended = Took the second factor of { $person } away
log-signed-out-everywhere =
    { $browsers ->
        [one] Signed out of { $browsers } other browser
       *[other] Signed out of { $browsers } other browsers
    }
log-settings-changed = Changed the settings: { $fields }
log-handed-over = Handed over to { $to }
log-shared-with = Shared with { $names }
log-consent-changed = Changed what is written of guardian and consent
log-file-seen = Looked at all that is kept
log-traces-gone = The last traces of an erased student are gone from this server
log-student-erased =
    { $balls ->
        [one] Erased a student for good, with { $balls } ball
       *[other] Erased a student for good, with { $balls } balls
    }
log-bays-opened = Opened a group: { $names }
log-bays-changed = { $names } came to the group, bay { $bay }
log-bays-ended = Ended the group of { DAY($day) }
log-balls-moved-out =
    { $balls ->
        [one] Moved { $balls } ball to { $to }, who hit it
       *[other] Moved { $balls } balls to { $to }, who hit them
    }
log-balls-moved-in =
    { $balls ->
        [one] Moved { $balls } ball here from { $from }
       *[other] Moved { $balls } balls here from { $from }
    }
log-merged-in =
    Merged { $from } into this record: { $balls ->
        [one] { $balls } ball
       *[other] { $balls } balls
    }, { $lessons ->
        [one] { $lessons } lesson
       *[other] { $lessons } lessons
    }
log-merged-out = Merged this record into { $to }
log-standard-changed = Changed the standard { $name }
role-head = head coach
role-coach = coach
role-assistant = assistant
level-junior = junior
level-beginner = beginner
level-club = club player
level-low = low handicap
level-unknown = handicap not known
record-clubs = clubs
record-set-ups = set-ups
record-events = events
record-sessions = days on the range
record-balls = balls
record-sent = what monitors sent of them
record-imported-carries = carries from elsewhere
record-plans = plans
record-appointments = sessions in the calendar
record-played = shots played
record-versions = published cards
record-links = links to the phone
record-lessons = lessons
record-pictures = pictures
record-rounds = rounds of practice
record-homework = homework
record-consent = guardian and consent
record-log = entries in the log
mention-notes = notes
mention-lesson = a lesson
mention-homework = homework
mention-appointment = a session in the calendar
mention-event = an event
mention-excluded = an excluded ball
mention-chart = who measured a chart
mention-club = a club
mention-set-up = a set-up
mention-plan = a plan
mention-card = a published card
mention-consent = guardian and consent
mention-monitor = a question about a monitor's ball
mention-academy = the academy's own words and names
log-taken-away = Took away { NAME($what, of: "taken") }
log-card-taken-away = Took away the card of version { $version }

taken-report-pdf = the progress page
taken-sheet-pdf = the blank sheet
taken-homework-pdf = homework on paper
taken-everything-zip = everything as one file
taken-student-json = the whole student as a file
taken-shots-csv = shots.csv
taken-shots-xlsx = shots.xlsx
taken-shots-json = shots.json
taken-bag-csv = bag.csv
taken-matrix-csv = matrix.csv
taken-matrix-xlsx = matrix.xlsx
taken-matrix-json = matrix.json
taken-gaps-json = gaps.json

## What a field is called where a change of it is told

field-name = name
field-hand = hand
field-units = units
field-scale = scale
field-tolerance_yd = tolerance
field-from_yd = ground from
field-to_yd = ground to
field-stage = stage
field-ball_limit = ball limit
field-notes = notes
field-note = note
field-label = label
field-loft_deg = loft
field-bounce_deg = bounce
field-used_from = in use from
field-used_until = in use until
field-starts_at = start
field-minutes = minutes
field-check_up = check-up balls
field-coach = coach
field-strike = strike
field-excluded = excluded
field-club = club
field-swing = swing
field-trajectory = trajectory
field-spin = spin
field-tempo = tempo
field-ball_position_in = ball position
field-grip_down_in = grip down
field-lie = lie
field-ball = ball
field-grooves = grooves
field-wet = wet
field-friction = friction
field-longest = longest swing
field-estimates_yd = estimates let in
field-shots_chosen = shots chosen
field-handicap = handicap

## Why a shot is picked, or what speaks against it (core/pick/choice.py)

pick-fewest =
    { $others ->
        [0] The only shot there is: { PERCENT($on_green) } finish on the green
       *[other] fewest strokes: { PERCENT($on_green) } finish on the green, { $other } costs { STROKES($strokes) } more
    }
    .short = Fewest strokes
pick-either = either will do: { $other } is { STROKES($strokes) } strokes away
    .short = Either of the first two
pick-by-run = fewest strokes if the ball runs as expected; if it does not, { $other } may cost less
    .short = Fewest strokes if the ball runs as expected
pick-goal = as good as { $other } in strokes, and more often what is wanted
    .short = As good in strokes, and nearer to what is wanted
pick-rule = as good as { $other } in strokes, and what the rule of thumb asks for
    .short = As good in strokes, and as the rule of thumb says
pick-smoother = as good as { $other } in strokes, and the smoother swing
    .short = As good in strokes, and smoother
pick-robust = { $other } is better only if the ball runs as expected: this shot holds up either way
    .short = Holds up however far the ball runs
pick-not-hard = { $other } would save less than a tenth: not harder, the next club
    .short = Not harder: the next club
pick-costs = { STROKES($strokes) } more
pick-in-trouble =
    { PERCENT($share) } finish { $kind ->
        [bunker] in sand
        [water] in water
        [out] out of bounds
       *[rough] in the rough
    }
pick-lands-in = { PERCENT($share) } are caught by trouble on their way
pick-short = { PERCENT($share) } finish short of the green
pick-long = { PERCENT($share) } finish over the green
pick-wide = only { PERCENT($share) } inside { FEET(10) }
pick-mishits = { PERCENT($share) } are mishits
pick-hard = beyond the longest controlled swing
pick-estimated = its number is estimated
pick-few-balls =
    its number stands on { $balls ->
        [one] { $balls } ball
       *[other] { $balls } balls
    }
pick-plain = a little more from where it finishes

## Whether some shot finishes on the green (core/pick/choice.py)

pick-on = Finishes on the green on average
pick-too-far = No shot of these reaches the green: lay up, this one leaves fewest strokes
pick-too-near = Every shot of these runs past the green: this is the nearest, think of a chip
pick-between = None of these finishes on the green on average: this one costs least

pick-strokes = { STROKES($strokes) }
ten-feet = { FEET(10) }

trouble-bunker = bunker
trouble-water = water
trouble-rough = rough
trouble-out = out of bounds

lie-tee = tee
lie-mat = mat
lie-fairway = fairway
lie-rough-up = rough, up
lie-rough-down = rough, down

# What the phone asks (api/card/public.py); a breeze is about 5 m/s.
asked-lie = Lie
asked-wind = Wind
asked-green = Green
asked-pin = Pin
wind-none = none
wind-into = into
wind-down = down
green-soft = soft
green-medium = medium
green-firm = firm
pin-front = front
pin-middle = middle
pin-back = back

## What would change a choice (core/pick/changes.py)

what-if-into = into the wind
what-if-calm = no wind
what-if-down = downwind
what-if-front = pin at the front
what-if-middle = pin in the middle
what-if-back = pin at the back
what-if-fairway = from the fairway
what-if-rough-up = from rough, sitting up
what-if-rough-down = from rough, sitting down
what-if-soft = on a soft green
what-if-firm = on a firm green

## Rules of thumb (core/pick/rules.py)

rule-into-wind = into the wind: low
rule-back-pin = pin at the back and room to run: low
rule-middle-pin = pin in the middle and room to run: low is open
rule-contact = contact in doubt: low
rule-front-pin = pin at the front: high
rule-raised = raised green: high
rule-downwind = downwind: high
rule-firm = firm green: high
rule-from-rough = out of rough: high
rule-no-room = trouble short and no room to hop: high
rule-neither = no rule asks for low or high: stock
rule-schools = two schools here: a low ball that checks, or a high one that lands soft
rule-spin-room = a ball with spin hops before it bites: leave it that room
rule-no-spin = sitting down nobody spins it
rule-sitting-down = sitting down: more bounce, ball in the middle, wider stance, bigger swing
rule-middle-of-green = the middle of the green is the target: on, two putts, never worse than three
rule-past-trouble = past the front trouble, not at the flag behind it

## What is looked at in a lesson (core/words/lesson.py); too much and too little in a coach's words

lesson-setup = Set-up
lesson-back = Back
lesson-through = Through
lesson-fine = fine
lesson-much = too much
lesson-little = too little

check-feet = Feet close together
    .much = feet too close
    .little = feet too wide
check-lead-foot = Lead foot flared
    .much = lead foot flared too far
    .little = lead foot square
check-close = Close to the ball, gripped down
    .much = crowds the ball
    .little = reaches for the ball
check-ball = Ball position
    .much = ball too far forward
    .little = ball too far back
check-handle = Handle inside the lead thigh
    .much = handle pressed far forward
    .little = handle behind the ball
check-face = Face square to a little open
    .much = face too open
    .little = face closed
check-shoulders = Shoulders level
    .much = lead shoulder low
    .little = trail shoulder low
check-breastbone = Breastbone at or just ahead of the ball
    .much = breastbone far ahead of the ball
    .little = breastbone behind the ball
check-nose = Nose level with or just ahead of the ball
    .much = nose far ahead of the ball
    .little = nose behind the ball
check-weight = Weight 50 to 60 % on the lead side
    .much = too much weight on the lead side
    .little = weight on the trail side
check-plane = Club head on or a little outside the hands
    .much = taken outside
    .little = taken inside early
check-toe = Toe up or a little open
    .much = face rolled open
    .little = face shut
check-hinge = Hinge grows gradually
    .much = hinges early
    .little = no hinge
check-width = Width
    .much = stretched
    .little = arms folded
check-length = Length as planned
    .much = longer than planned
    .little = shorter than planned
check-chest = Chest and belt finish at the target
    .much = spun past the target
    .little = chest stops short
check-speed = No slowing down
    .much = rushed at the ball
    .little = slows down into the ball
check-returns = Handle returns to where it was
    .much = handle far ahead of the ball
    .little = club passes the hands
check-sole = Sole brushes, small divot
    .much = sole digs
    .little = no turf
check-turned = Face not turned over
    .much = face turned over
    .little = face held open
check-finish = Arms and handle as the trajectory asks
    .much = finishes too high
    .little = finishes too low

## Faults, by what the ball does: usual causes and a cue (core/words/lesson.py)

fault-fat = Fat, behind the ball
    .ball = short, no spin
    .causes = shoulders tilted or closed, weight back, taken inside early, head held down
    .cue = Shoulders level, chest to the target
fault-thin = Thin
    .ball = low, long, no spin
    .causes = lifting, falling back; the same low point as fat
    .cue = Turn through, chest at the finish
fault-digs = Digs, chunks
    .ball = short, dead
    .causes = handle far forward, shaft steep, no bounce, ball far back
    .cue = Handle over the ball, feel the sole skid
fault-across = Pulled, across
    .ball = to the lead side, weak
    .causes = arms only, no turn
    .cue = Turn until the chest faces the target
fault-hook = Low hook
    .ball = to the lead side, runs
    .causes = swung far from inside, face turned over
    .cue = Handle works around to the lead side
fault-floats = Floats, stops short
    .ball = high, soft, short
    .causes = club passes the hands too early, loft added
    .cue = Keep the angle a little longer
fault-hard = Hit hard
    .ball = { YD(4) } or more long, scattered
    .causes = too short a swing or too much loft for the distance
    .cue = One club more, same smooth swing

sign-seen = { NAME($checks, of: "check") }
sign-strikes = { $hits } of the last { $balls } balls were { $strike }
sign-long = { $hits } of the last { $balls } were hit long of their cell
sign-lead-side = the balls finish to the lead side, by { PERCENT($share) } of the carry
sign-above = the balls start above their window
sign-below = the balls start below their window
sign-steep = the club comes down at { $attack_deg } degrees

## Drills

drill-brush = Brush the grass ahead of a line
    .how = A line on the grass at the breastbone. Brush ahead of it ten times without a ball, then with one.
drill-hold = Hold the finish
    .how = Hit and stand at the finish, chest at the target, until the ball has landed.
drill-skid = Skid the sole
    .how = On a mat without a ball: let the sole skid, handle over where the ball would be. Then a ball on a tee.
drill-turn = Turn with the club at the chest
    .how = Club across the chest, turn back and through to the target, five times; then a short swing that feels the same.
drill-around = Handle around
    .how = Short swings; after the ball the handle goes around to the lead side and the face looks at the sky.
drill-angle = Keep the angle
    .how = Lead arm only, short and slow: the handle leads the club head past the ball.
drill-club-more = One club more
    .how = The same distance with one club more and the same smooth swing, five balls each.
drill-gate = Through the gate
    .how = A bar at the height that the launch asks for. Cap its ends, keep it clear of the swing.
drill-rail = Under the rail
    .how = A bar a foot above the ground along the target line; the club passes beneath. Cap its ends.

## Practice (core/practice)

form-blocked = blocked
    .about = One shot, ball after ball: builds it.
form-serial = ladder
    .about = Distances up and down: each a little other than the last.
form-random = random
    .about = A distance is called, pick and hit, one ball each: tests and keeps.
form-net = on the net
    .about = At the tape, below it, above it, at the marked spot.
form-worse-of-two = worse of two
    .about = Two balls to each distance; the worse one counts.
form-one-swing = one swing, every wedge
    .about = The same swing with each wedge shows which club owns which distance.

step-narrow = narrow steps
step-wide = wide steps

mark-at-the-tape = at the tape
mark-below-the-tape = below the tape
mark-above-the-tape = above the tape
mark-at-the-spot = at the spot

trial-furrow = Ten in a furrow
    .about = Ten balls with one shot, to its own carry. A point for each within the tolerance.
trial-ladder = Up and down
    .about = A ladder up and down through your ground. A point for each within the tolerance.
trial-open-field = Open field
    .about = Twenty balls to distances called by chance. A point for each within the tolerance.
trial-strokes = Open field, strokes
    .about = Ten balls to distances called by chance, scored by what is left to hole out. Fewer is better.
trial-worse-of-two = Worse of two
    .about = Two balls to each distance, called by chance. A point where both come within the tolerance.

week-due = due: its number is open
week-work = in work
week-weakest = the weakest: { PERCENT($chance) } come within the tolerance
week-long =
    { $days ->
        [0] never asked yet
       *[other] not asked for { $days } days
    }
week-ladder = from one to the next
week-test = whether it holds when it is called

## A student's own place (core/practice/portal.py)

shows-card = the card
shows-pick = the pick
shows-homework = homework
shows-practice = practice and its games
shows-balls = own balls
shows-progress = progress
shows-cues = the cue of the last lesson
shows-pictures = own pictures

portal-due = by { DAY($on) }
portal-par = par { $par } of { $of }
portal-wanted = wanted { $wanted }, par { $par } of { $of }
portal-day = { DAY($on) }
portal-goal-on-green = on the green
portal-goal-close = within { FEET(10) }

## Words of the trade and of the application (core/words/glossary.py)

word-ground = Ground
    .about = The distances that a student works on, { YARDS(30) } to { YD(100) } unless set otherwise. What a shot reaches is ploughed, the rest lies fallow.
word-furrow = Furrow
    .about = One cell in the ground: the strip where the middle 80 % of solid balls land, with a firm tick at the mean carry.
word-fallow = Fallow
    .about = A stretch of the ground that no played shot comes within the tolerance of.
word-covered = Covered, reached
    .about = A distance is covered when a played shot carries within the tolerance of it.
word-cell = Cell
    .about = A shot as it is measured: club, swing length, trajectory, spin, tempo. Each has its own number.
word-matrix = Matrix
    .about = All cells of a student: which club with which swing carries how far.
word-carry = Carry
    .about = From the ball to where it first lands. What Oxgang keeps; run comes on top.
word-run = Run
    .about = What the ball bounces and rolls after landing, by the landing angle, the spin and the green.
word-standard = Standard conditions
    .about = Every carry is brought to fairway, still air and 20 °C at the academy's altitude, so that days compare.
word-measured = Measured
    .about = The number comes from this student's own solid balls with this shot.
word-estimated = Estimated
    .about = No ball was hit with it yet: worked out from the student's other cells and the trade's arithmetic.
word-doubtful = Doubtful
    .about = A measured number that is not to be trusted now: few balls, long ago, or something changed since.
word-half = ± beside a number
    .about = Nine times in ten the true carry lies so near to the number.
word-settles = Settles
    .about = After that many balls the number is as sure as the tolerance asks.
word-tolerance = Tolerance
    .about = How near a carry has to come to a distance to answer it, either side. The coach sets it by level.
word-due = Due
    .about = What should be hit again: numbers wider than the tolerance, a new club, a break, a change of technique.
word-check-up = Check-up
    .about = A few balls at the cells that tell most about whether the numbers still hold.
word-trajectory = Low, stock, high
    .about = Three heights of one swing: ball and shaft low, in the middle, or high. Named by a mark, not by colour alone.
word-swing = Swing length
    .about = How far the lead arm goes back: by the clock, by thirds, by parts of the body, or one's own scale.
word-spin = Spin: check, release
    .about = Whether the ball bites or runs out. By measured spin where there is one, by ball, lie and grooves where not.
word-tempo = Tempo
    .about = The pace of the swing: smooth, normal or firm. Normal unless said.
word-strike = Strike
    .about = How the ball was met: solid, fat, thin, heel, toe or hard. Only solid balls set the carry.
word-adjustment = Adjustment
    .about = The ball { INCHES(1) } back, the grip { INCHES(1) } down: a small change of a shot. It teaches what it is worth and does not set the cell.
word-played = Played
    .about = A shot the student answers a distance with. Few, known by heart.
word-work = In work
    .about = A shot that is learned; it answers nothing yet.
word-ladder = Ladder
    .about = Every fifth distance with its shot, as on the card.
word-card = Card
    .about = What the student takes along: the ladder on paper and phone. A version never changes.
word-review = Review
    .about = After the last ball: what changed, whether it is more than chance, and what enters the matrix. Nothing enters unseen.
word-verdict = More than chance
    .about = The new balls differ from the old number by more than balls differ among themselves.
word-plan = Plan
    .about = What to hit next, and why: balls go where they settle or close most.
word-window = Launch window
    .about = The launch angles that a low, stock or high shot starts in with this loft.
word-gate = Gate, tape
    .about = A bar to fly over close to the ball, a tape on the net: the launch seen without a monitor.
word-net = Net
    .about = Where a ball hits a practice net gives its launch; no carry is learned from it.
word-school = School
    .about = Where the trade has two ways to set up: shallow with the ball near the middle, or ball back with the handle forward.
word-pick = Pick
    .about = The shot for the ball that lies there: fewest strokes to hole out by the student's own scatter.
word-par = Own par
    .about = What this student is expected to score in a test by the numbers of today.
word-called = Called by chance
    .about = Distances in no order, one ball each: tells more of a round than ten balls with one shot.
word-homework = Homework
    .about = Rows to hit at home, sent to the phone; what comes back waits for a look.
word-stage = Stage
    .about = What a student works on now: contact, distance, trajectory, decisions. By the numbers, unless the coach says.
word-bay = Bay
    .about = A mat of a group: whose ball comes next is always plain.

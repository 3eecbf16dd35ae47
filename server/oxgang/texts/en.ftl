# What Oxgang tells a coach, in English. `messages.py` says which functions a message may use.
# Another language is another file beside this one.

# Joins what a message lists.
list-between = ,
list-last = and

## What is due of a student's numbers (core/keeping/due.py)

due-no-bag = No wedges yet
due-no-balls = No balls yet. Start with one swing and every wedge
due-not-needed = No carries yet within the distances needed
due-no-shot = No shots in use. Choose some under Shots
due-waiting =
    { $balls ->
        [one] { $balls } ball to confirm
       *[other] { $balls } balls to confirm
    }
due-new-club =
    New { $club } since { DAY($since) }, { $balls ->
        [0] not measured yet
        [one] { $balls } ball so far
       *[other] { $balls } balls so far
    }
due-break = Back from a break on { DAY($on) }: { due-opened }
due-moved = { $touched } changed on { DAY($on) }: { due-opened }
due-event =
    { NAME($event, of: "event") }{ $of_club ->
        [1] { " " }({ $club })
       *[other] { "" }
    } on { DAY($on) }: { due-opened }
due-opened =
    { $numbers ->
        [one] { $numbers } carry needs checking
       *[other] { $numbers } carries need checking
    }
due-longer = Gradually longer since { DAY($since) } (about { PERCENT($share) })
due-shorter = Gradually shorter since { DAY($since) } (about { PERCENT($share) })
due-lead-side = Starts farther to the lead side since { DAY($since) } (about { PERCENT($share) } of the carry)
due-trail-side = Starts farther to the trail side since { DAY($since) } (about { PERCENT($share) } of the carry)
due-one-wide = { $shot } is uncertain (over ± { YD($tolerance_yd, digits: 1) }){ due-last-hit }
due-wide = { $wide } of { $played } carries uncertain (over ± { YD($tolerance_yd, digits: 1) }){ due-last-hit }
due-last-hit =
    { $old ->
        [1] , last hit { DAY($last_hit) }
       *[other] { "" }
    }
due-known = { $wide } of { $played } carries over ± { YD($tolerance_yd, digits: 1) }
due-few = Measure more swings
due-holds = All carries confirmed
due-broken = These carries could not be computed. Undo the last change under History, or tell whoever runs Oxgang

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
    .about = Loft or lie bent. This club's carries need checking.
event-new-grooves = new grooves
    .about = Spin and launch of this club may move a little.
event-other-ball = other ball
    .about = Every carry may move a little, all together.
event-technique = technique
    .about = Every shot may have changed, each in its own way.
event-other-school = other set-up style
    .about = Set-up and low point change. Measure again.
event-injury = injury
    .about = Speed may have changed. Stop if it hurts and see a clinician.
event-growth = growth
    .about = A junior gets faster, every carry grows together.
event-season-break = season break
    .about = After weeks off every carry may be shorter.
event-numbers-moved = carries changed
    .about = From this day older balls hardly count.

## Why a number is doubtful (core/carry/cells.py)

doubt-few-balls = few balls
doubt-old = old
doubt-conflict = conflict
doubt-days-disagree = days don't agree
doubt-from-another-scale = from another scale
doubt-before-a-change = before a change
doubt-from-totals = from totals (five balls with carry and total would show how far they run)

## Plans (core/practice)

protocol-check-up = check-up
    .about = The few balls that confirm the most.
protocol-first-map = first map
    .about = One swing with every wedge.
protocol-full-map = full map
    .about = Every wedge with every stock swing.
protocol-trajectory-set = three trajectories
    .about = Low, stock and high at one distance.
protocol-spin-ladder = spin ladder
    .about = One shot from tee, mat, perfect turf and rough.
protocol-tempo-map = tempo map
    .about = Slower, normal and faster with one swing.
protocol-ball-position-trim = ball position
    .about = One swing with the ball back, normal and forward.
protocol-grip-down = grip down
    .about = One swing with the normal grip, { INCHES(1) } down and { INCHES(2) }.
protocol-close-gaps = close the gaps
protocol-net-launch = launch in the net
    .about = Launch only, into a net.

plan-now-and-after = ± { YARDS($now_yd) } now, about ± { YARDS($after_yd) } after
plan-estimated = only estimated at { YARDS($carry_yd) }, { plan-now-and-after }
plan-doubtful = { NAME($doubts, of: "doubt") }, { plan-now-and-after }
plan-known = carries { YARDS($carry_yd) }, { plan-now-and-after }
plan-check = confirmed at { YARDS($carry_yd) }, has it changed?
plan-one-swing = one swing, every wedge
plan-height = { $trajectory } for { YARDS($at_yd) }: carries { YARDS($carry_yd) }
plan-spin = spin from { $lie }
plan-tempo = tempo
plan-ball-place = what ball position does
plan-grip-place = what gripping down does
plan-closes = closes { YD($closes) } of gap at about { YARDS($carry_yd) }
plan-own = { $words }
place-net = into the net

adjustment-ball-back = ball { INCHES($inches) } back
adjustment-ball-forward = ball { INCHES($inches) } forward
adjustment-ball-in-place = normal ball position
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
card-file-head = Version { $version } of { DATE($day) }. { $academy }
card-file-none = none

## What a coach should know before a card is handed out (core/ground/card.py)

card-no-shot = No shots in use yet. Choose some under Shots
card-only-estimates = Every carry is an estimate, no balls yet
card-few-shots =
    { $shots ->
        [one] Only { $shots } shot in use
       *[other] Only { $shots } shots in use
    }
card-little-ground = The shots in use cover only { PERCENT($share) } of the ground
card-few-balls = { $shots } of { $of } shots have fewer than { $enough } balls
card-wide = { $shots } of { $of } carries are uncertain (over ± { YD($tolerance_yd, digits: 1) })

## The window between a part swing and a full one (core/ground/window.py)

window-rule = From { $club } { $swing } ({ YARDS($part_yd) }) to its full swing ({ YARDS($full_yd) }) there is no { $club } swing. One club down, { $down } { $swing } carries { YARDS($down_yd) }

## Stages (core/ground/stages.py)

stage-contact = { $good } of the last { $of } solid ({ PERCENT($share) } of { $least } needed)
stage-distance = { $good } of { $of } stock shots within tolerance ({ PERCENT($share) } of at least { $least } needed)
stage-trajectory = { $good } of { $of } launches in window ({ PERCENT($share) } of at least { $least } needed)

## How much hitting is enough (core/practice/load.py)

load-stop = { $hit } balls, the limit of { $limit } is reached. Stop here.
load-near = { $left } balls left to the limit of { $limit }.
load-rest = { $hit } balls. Rest two minutes, loosen the grip, check wrist and back.

## What a review says (core/keeping/drift)

review-blend = No real change. The new balls fit the old ones.
review-replace = Probably changed: { $touched }, { PERCENT($share, signed: 1) }.
review-check-up-longer = Maybe longer: { $touched }. Hit a check-up to be sure.
review-check-up-shorter = Maybe shorter: { $touched }. Hit a check-up to be sure.
review-anew = From { DATE($since) } on, older balls of { $touched } hardly count. You can undo it under Changes.

## A period, for the student and the parents (core/keeping/remarks.py)

remark-not-hit = { $name } hit no balls in this period.
remark-balls =
    { $balls ->
        [one] { $name } hit { $balls } ball.
       *[other] { $name } hit { $balls } balls.
    }
remark-solid = { PERCENT($share) } were solid.
remark-solid-moved = { PERCENT($share) } were solid, from { PERCENT($before) } in the first half to { PERCENT($after) } in the second.
remark-scatter = Solid balls spread { PERCENT($share) } around their carry.
remark-scatter-tighter = Solid balls spread { PERCENT($share) } around their carry, tighter than in the first half.
remark-scatter-wider = Solid balls spread { PERCENT($share) } around their carry, wider than in the first half.
remark-launch = { $hits } of { $of } launches were in window.
remark-ground = { PERCENT($after) } of the ground from { YARDS($from_yd) } to { YD($to_yd) } has a shot
remark-covered = { remark-ground }.
remark-covered-up = { remark-ground }, up from { PERCENT($before) }.
remark-covered-down = { remark-ground }, down from { PERCENT($before) }.
remark-doubtful = { PERCENT($share) } of the carries need checking.

turn-solid = solid { PERCENT($before) } to { PERCENT($after) } ({ POINTS($lo) } to { POINTS($hi) } points)
turn-solid-chance = solid { PERCENT($before) } to { PERCENT($after) } (no real change)
turn-launch = launch in window { PERCENT($before) } to { PERCENT($after) } ({ POINTS($lo) } to { POINTS($hi) } points)
turn-launch-chance = launch in window { PERCENT($before) } to { PERCENT($after) } (no real change)
turn-spread = spread { PERCENT($before) } to { PERCENT($after) } ({ PERCENT($lo) } to { PERCENT($hi) } of before)
turn-spread-chance = spread { PERCENT($before) } to { PERCENT($after) } (no real change)
turn-one-side = Balls before or after are missing.
report-interval = The true value is within the band or ± in { $level } of cases. Stop if it hurts.
report-homework =
    { $balls ->
        [one] { $balls } ball: { $shot }
       *[other] { $balls } balls: { $shot }
    }

## Who changed what (academy/models/log.py). `fields` is made of `log-field`, one for each field.

log-back = Undone: { $what }
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
log-student-restored = Restored { $student }
log-student-brought-in = Imported { $student } from { $academy }
log-criteria-changed = Changed the stage criteria
log-shots-chosen =
    Chose shots{ $plays ->
        [0] { "" }
       *[other] , uses { $played }
    }{ $works ->
        [0] { "" }
       *[other] , learns { $work }
    }{ $drops ->
        [0] { "" }
       *[other] , no longer { $neither }
    }
log-setups-changed = Changed the set-ups
log-club-added = Added the { $club } to the bag
log-club-changed = Changed the { $club }: { $fields }
log-club-archived = Removed the { $club } from the bag
log-club-restored = Restored the { $club } to the bag
log-range-picture-added = Added the range picture { $picture }
log-range-picture-changed = Changed the range picture { $picture }
log-range-picture-removed = Removed the range picture { $picture }
log-scale-added = Added the scale { $scale }
log-scale-changed = Changed the scale { $scale }
log-scale-shortened = Changed the scale { $scale }, without { $gone }
log-device-made = Created a token for { $device }
log-device-ended = Turned off the token of { $device }
log-device-claimed = { $device } sends to { $student }
log-device-released = { $device } no longer sends to { $student }
log-device-balls-discarded =
    { $balls ->
        [one] Deleted a ball of { $device }
       *[other] Deleted { $balls } balls of { $device }
    }
log-session-booked = Booked a session on { MOMENT($at) }
log-sessions-booked = Booked { $weeks } weekly sessions from { MOMENT($at) }
log-session-changed = Changed the session of { MOMENT($at) }: { $fields }
log-session-cancelled = Cancelled the session of { MOMENT($at) }
log-balls-recorded =
    { $balls ->
        [one] Logged { $balls } ball of { DAY($first) }
       *[other] Logged { $balls } balls of { DAY($first) }
    }
log-balls-from-file =
    { $balls ->
        [one] Logged { $balls } ball of { DAY($first) } from a file
       *[other] Logged { $balls } balls of { DAY($first) } to { DATE($last) } from a file
    }
log-carries-told =
    { $cells ->
        [one] Imported { $cells } carry from a chart
       *[other] Imported { $cells } carries from a chart
    }
log-ball =
    { $launch ->
        [1] a launch
       *[other] { YD($carry_yd, digits: 1) }
    } with { $club } { $swing } of { DAY($day) }
log-ball-changed = { log-ball }: { $fields }
log-ball-club-changed = { log-ball }: it was the { $to }
log-ball-withdrawn = Undid { log-ball }
log-ball-restored = Restored { log-ball }
log-plan-kept = Planned { NAME($title, of: "protocol") }, { $balls } balls
log-homework-kept = Homework { NAME($title, of: "protocol") }, { $balls } balls
log-plan-dropped = Deleted the plan { NAME($title, of: "protocol") }
log-homework-dropped = Deleted the homework { NAME($title, of: "protocol") }
log-event-added = Added a change: { NAME($event, of: "event") } on { DATE($on) }
log-event-of-club-added = Added a change: { NAME($event, of: "event") } (the { $club }) on { DATE($on) }
log-balls-kept =
    { $balls ->
        [one] Confirmed { $balls } ball
       *[other] Confirmed { $balls } balls
    }
log-balls-kept-some-aside = Confirmed { $balls } balls, { $aside } excluded
log-day-reopened = Reopened { $balls } balls of { DAY($day) }
log-spin-joined =
    { $balls ->
        [one] { $balls } ball went back to the shot it was hit for: measured spin no longer makes a shot of its own
       *[other] { $balls } balls went back to the shot they were hit for: measured spin no longer makes a shot of its own
    }
log-version-published = Published version { $version }
log-link-made = Created a card link for { $days } days
log-link-ended = Turned off a card link
log-link-renewed = Made a new card link for { $days } days
log-code-set = Set a code for the card link
log-code-ended = Removed the code of the card link
log-sharing-changed = Changed what the student sees: { NAME($shows, of: "shows") }
log-lesson-written = Saved the lesson of { DAY($day) }
log-lesson-withdrawn = Deleted the lesson of { DAY($day) }
log-lesson-word-added = Added "{ $text }" to the academy's lesson words
log-lesson-word-archived = Removed "{ $text }" from the academy's lesson words
log-picture-added = Saved a picture of { $swing }
log-picture-removed = Deleted the picture of { $swing }
log-picture-measured = Measured the picture of { $swing }
log-routine-kept = Saved the session { $name }
log-routine-archived = Deleted the session { $name }
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
log-course-logged =
    { $balls ->
        [one] The student logged { $balls } shot on the course
       *[other] The student logged { $balls } shots on the course
    }
log-course-removed = Deleted a shot on the course: { $shot }, { DAY($day) }
log-homework-sent = Sent homework: { $title }, { $balls } balls by { DAY($due) }
log-homework-taken-back = Withdrew the homework { $title }
log-homework-closed = Marked the homework { $title } as done
log-person-invited = Invited { $person } as { NAME($role, of: "role") }
log-person-came = { $person } joined as { NAME($role, of: "role") }
log-person-link-ended = Withdrew the one-time link for { $person }
log-person-changed = Changed { $person }: { $fields }
log-academy-begun = { $person } started the academy
log-person-left = Deactivated { $person }, signed out everywhere
log-person-back = Reactivated { $person }
log-password-link-made = Created a password reset link for { $person }
log-password-changed = { $person } has a new password
log-factor-set = { $person } set up a second factor
log-factor-ended = Turned off the second factor of { $person }
log-signed-out-everywhere =
    { $browsers ->
        [one] Signed out of { $browsers } other browser
       *[other] Signed out of { $browsers } other browsers
    }
log-settings-changed = Changed the settings: { $fields }
log-handed-over = Transferred to { $to }
log-shared-with = Shared with { $names }
log-consent-changed = Changed guardian and consent
log-file-seen = Opened the data page
log-traces-gone = The last data of a deleted student is gone from this server
log-student-erased =
    { $balls ->
        [one] Deleted a student permanently, with { $balls } ball
       *[other] Deleted a student permanently, with { $balls } balls
    }
log-bays-opened = Started a group: { $names }
log-bays-changed = { $names } joined the group, bay { $bay }
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
log-standard-changed = Changed the template { $name }
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
record-events = changes
record-sessions = days on the range
record-balls = balls
record-sent = launch monitor data
record-imported-carries = imported carries
record-plans = plans
record-appointments = sessions in the calendar
record-played = shots in use
record-versions = published cards
record-links = phone links
record-lessons = lessons
record-pictures = pictures
record-rounds = practice results
record-homework = homework
record-course = shots on the course
record-consent = guardian and consent
record-log = history entries
mention-notes = notes
mention-lesson = a lesson
mention-homework = homework
mention-appointment = a session in the calendar
mention-event = a change
mention-excluded = an excluded ball
mention-chart = the source of a chart
mention-club = a club
mention-set-up = a set-up
mention-plan = a plan
mention-card = a published card
mention-consent = guardian and consent
mention-monitor = a question about a monitor's ball
mention-academy = the academy's own words and names
log-taken-away = Downloaded { NAME($what, of: "taken") }
log-card-taken-away = Downloaded the card, version { $version }

taken-report-pdf = the progress page
taken-sheet-pdf = the paper score sheet
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
field-language = language
field-units = units
field-scale = scale
field-tolerance_yd = tolerance
field-from_yd = distances from
field-to_yd = distances to
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
field-longest = longest controlled swing
field-estimates_yd = estimated shots allowed
field-shots_chosen = shots chosen
field-handicap = handicap

## Why a shot is picked, or what speaks against it (core/pick/choice.py)

pick-fewest =
    { $others ->
        [0] The only shot that reaches. { PERCENT($on_green) } finish on the green
       *[other] fewest strokes. { PERCENT($on_green) } finish on the green, { $other } costs { STROKES($strokes) } more
    }
    .short = Fewest strokes
pick-either = either works, { $other } is { STROKES($strokes) } strokes away
    .short = Either of the first two
pick-by-run = fewest strokes if the ball runs as expected, otherwise { $other } may cost less
    .short = Fewest strokes if the ball runs as expected
pick-goal = as good as { $other } in strokes, and closer to the goal
    .short = As good in strokes, and closer to the goal
pick-rule = as good as { $other } in strokes, and what the rule of thumb says
    .short = As good in strokes, and as the rule of thumb says
pick-smoother = as good as { $other } in strokes, and the smoother swing
    .short = As good in strokes, and smoother
pick-robust = { $other } is better only if the ball runs as expected, this shot works either way
    .short = Works however far the ball runs
pick-not-hard = { $other } would save less than a tenth. Take the next club, don't swing harder
    .short = Take the next club, don't swing harder
pick-costs = { STROKES($strokes) } more
pick-in-trouble =
    { PERCENT($share) } finish { $kind ->
        [bunker] in sand
        [water] in water
        [out] out of bounds
       *[rough] in the rough
    }
pick-lands-in = { PERCENT($share) } land in trouble on the way
pick-short = { PERCENT($share) } finish short of the green
pick-long = { PERCENT($share) } finish over the green
pick-wide = only { PERCENT($share) } inside { FEET(10) }
pick-mishits = { PERCENT($share) } are mishits
pick-hard = longer than the longest controlled swing
pick-estimated = carry is estimated
pick-few-balls =
    carry is from { $balls ->
        [one] { $balls } ball
       *[other] { $balls } balls
    }
pick-plain = a little worse position

## Whether some shot finishes on the green (core/pick/choice.py)

pick-on = Finishes on the green on average
pick-too-far = No shot reaches the green. Lay up with this one
pick-too-near = Every shot runs past the green. This is the closest, or chip it
pick-between = No shot finishes on the green on average. This one costs least

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
rule-middle-pin = pin in the middle and room to run: low works too
rule-contact = unsure contact: low
rule-front-pin = pin at the front: high
rule-raised = raised green: high
rule-downwind = downwind: high
rule-firm = firm green: high
rule-from-rough = out of rough: high
rule-no-room = trouble short and no room to hop: high
rule-neither = no rule says low or high: stock
rule-schools = both are taught here: a low ball that checks, or a high one that lands soft
rule-spin-room = a spinning ball hops before it stops, so leave room
rule-no-spin = no spin from a ball sitting down
rule-sitting-down = sitting down: more bounce, ball in the middle, wider stance, bigger swing
rule-middle-of-green = the middle of the green is the target: on, two putts, never worse than three
rule-past-trouble = aim past the front trouble, not at the flag behind it

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
    .causes = lifting, falling back, the same low point as fat
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
sign-strikes = { $strike }: { $hits } of the last { $balls } balls
sign-long = long: { $hits } of the last { $balls } balls
sign-lead-side = balls finish to the lead side by { PERCENT($share) } of the carry
sign-above = balls start above the window
sign-below = balls start below the window
sign-steep = the club comes down at { $attack_deg } degrees

## Drills

drill-brush = Brush the grass ahead of a line
    .how = A line on the grass at the breastbone. Brush ahead of it ten times without a ball, then with one.
drill-hold = Hold the finish
    .how = Hit and stand at the finish, chest at the target, until the ball has landed.
drill-skid = Skid the sole
    .how = On a mat without a ball: let the sole skid, handle over where the ball would be. Then a ball on a tee.
drill-turn = Turn with the club at the chest
    .how = Club across the chest, turn back and through to the target, five times. Then a short swing that feels the same.
drill-around = Handle around
    .how = Short swings. After the ball the handle goes around to the lead side and the face looks at the sky.
drill-angle = Keep the angle
    .how = Lead arm only, short and slow: the handle leads the club head past the ball.
drill-club-more = One club more
    .how = The same distance with one club more and the same smooth swing, five balls each.
drill-gate = Through the gate
    .how = A bar at the height that the launch asks for. Cap its ends, keep it clear of the swing.
drill-rail = Under the rail
    .how = A bar a foot above the ground along the target line. The club passes under it. Cap its ends.

## Practice (core/practice)

form-blocked = blocked
    .about = One shot, ball after ball. Builds it.
form-serial = ladder
    .about = Distances up and down, each a little different from the last.
form-random = random
    .about = Random distances, one ball each. Tests it.
form-net = on the net
    .about = At the tape, below it, above it, at the marked spot.
form-worse-of-two = worst of two
    .about = Two balls to each distance, the worst one counts.
form-one-swing = one swing, every wedge
    .about = The same swing with every wedge.

step-narrow = narrow steps
step-wide = wide steps

mark-at-the-tape = at the tape
mark-below-the-tape = below the tape
mark-above-the-tape = above the tape
mark-at-the-spot = at the spot

trial-furrow = Ten with one shot
    .about = Ten balls with one shot, to its carry. One point for each within tolerance.
trial-ladder = Up and down
    .about = A ladder up and down through your distances. One point for each within tolerance.
trial-open-field = Random distances
    .about = Twenty balls to random distances. One point for each within tolerance.
trial-strokes = Random distances, strokes
    .about = Ten balls to random distances, scored by strokes to hole out. Fewer is better.
trial-worse-of-two = Worst of two
    .about = Two balls to each random distance. One point if both are within tolerance.

week-due = needs checking
week-work = still learning
week-weakest = the weakest, { PERCENT($chance) } within tolerance
week-long =
    { $days ->
        [0] not practised yet
       *[other] not practised for { $days } days
    }
week-ladder = one step at a time
week-test = test with random distances

## On the course (core/practice/course.py)

course-few =
    { $of ->
        [one] { $on } of { $of } shot finished on the green. Too few to judge the card.
       *[other] { $on } of { $of } shots finished on the green. Too few to judge the card.
    }
course-as-promised = { $on } of { $of } finished on the green. The card promised { $promised }. Anything from { $least } to { $most } is normal.
course-fewer = { $on } of { $of } finished on the green. The card promised { $promised }, and fewer than { $least } is more than bad luck.
course-more = { $on } of { $of } finished on the green. The card promised { $promised }, and more than { $most } is more than good luck.
course-log-more = Log { $wanted } shots on the course to see what to practise. { $shots } so far.
course-practise-shot = Practise { $shot } with random distances from { YARDS($from_yd) } to { YD($to_yd) }. It holds on the range and misses greens on the course.
course-practise-band = Practise random distances from { YARDS($from_yd) } to { YD($to_yd) }. A shot there costs { STROKES($strokes) } strokes more than this level needs.
course-misses-short = { $count } of { $of } misses finished short. Play past the pin, or take the longer shot.
course-misses-long = { $count } of { $of } misses finished long. Take the shorter shot.
course-note-greens =
    { $shots ->
        [one] On the course, { $on } of { $shots } logged shot finished on the green.
       *[other] On the course, { $on } of { $shots } logged shots finished on the green.
    }
course-note-left = On average they finished { FEET($left_ft) } from the hole.
course-left = { FEET($left_ft) }
course-note-off = The card promised { $promised } of { $of } on the green.
course-nothing = Nothing stands out on the course. Practise what the range says.

finish-green = green
finish-fairway = fairway
finish-rough = rough
finish-bunker = bunker
finish-penalty = water or lost
finish-holed = holed

## A student's own place (core/practice/portal.py)

shows-card = the card
shows-pick = the pick
shows-course = logging shots on the course
shows-homework = homework
shows-practice = practice and its games
shows-balls = own balls
shows-progress = progress
shows-cues = the cue of the last lesson
shows-pictures = own pictures

portal-due = by { DAY($on) }
portal-par = par { $par } of { $of }
portal-wanted = goal { $wanted }, par { $par } of { $of }
portal-day = { DAY($on) }
portal-goal-on-green = on the green
portal-goal-close = within { FEET(10) }

## Words of the trade and of the application (core/words/glossary.py)

word-ground = Ground
    .about = The picture of a student's distances, { YARDS(30) } to { YD(100) } unless set otherwise, with the shots that cover them.
word-furrow = Spread bar
    .about = Where the middle 80 % of solid balls with one shot land, with a tick at the mean carry.
word-fallow = Gap
    .about = Distances where no shot in use carries within tolerance.
word-covered = Covered
    .about = A distance is covered when a shot in use carries within tolerance of it.
word-cell = Shot
    .about = Club, swing length, trajectory, spin and tempo. Each shot has its own carry.
word-matrix = Matrix
    .about = All carries of a student: how far each club goes with each swing.
word-carry = Carry
    .about = From the ball to where it first lands. Run comes on top.
word-run = Run
    .about = How far the ball bounces and rolls after landing.
word-standard = Standard conditions
    .about = Every carry is adjusted to fairway, calm air and 20 °C at the academy's altitude, so that days compare.
word-measured = Measured
    .about = The carry comes from this student's own solid balls with this shot.
word-estimated = Estimated
    .about = No balls yet. The carry is worked out from the student's other shots and rules of thumb.
word-doubtful = Needs checking
    .about = A measured carry that may be wrong: few balls, long ago, or something changed since.
word-half = ± beside a number
    .about = Nine times in ten the true carry is this close.
word-settles = Confirmed
    .about = A carry is confirmed when its ± is within the tolerance.
word-tolerance = Tolerance
    .about = How close a carry must be to a distance to cover it. Set by level or by student.
word-due = What to check
    .about = What to hit again: uncertain carries, a new club, a break, a change of technique.
word-check-up = Check-up
    .about = A few balls with the shots that show best whether the carries still hold.
word-trajectory = Low, stock, high
    .about = Three trajectories of one swing. Shown by a mark, not by colour alone.
word-swing = Swing length
    .about = How far the lead arm goes back, on the clock, in fractions, by body parts or on your own scale.
word-spin = Spin: check, release
    .about = Whether the ball stops or runs out.
word-tempo = Tempo
    .about = The pace of the swing: slower, normal or faster.
word-strike = Strike
    .about = How the ball was met: solid, fat, thin, heel, toe or hard. Only solid balls set the carry.
word-adjustment = Adjustment
    .about = A small change of a shot, like the ball { INCHES(1) } back or the grip { INCHES(1) } down. It doesn't count for the normal carry.
word-played = In use
    .about = A shot on the card. Few, known by heart.
word-work = Still learning
    .about = A shot the student is learning. It isn't on the card yet.
word-ladder = Distances
    .about = Every fifth distance with its shot, as on the card.
word-card = Card
    .about = The student's distances on paper and phone. A published card never changes.
word-review = Confirm
    .about = After the session: what changed, whether the change is real, and which balls count. Nothing enters the matrix until you confirm it.
word-verdict = Real change
    .about = The new balls differ from the old carry by more than normal spread.
word-plan = Plan
    .about = What to hit next, and why. Balls go where they help most.
word-window = Launch window
    .about = The launch angles of a low, stock or high shot with this loft.
word-gate = Gate, tape
    .about = A bar to fly over or a tape on the net shows the launch without a monitor.
word-net = Net
    .about = Where a ball hits a practice net shows its launch, not its carry.
word-school = Set-up style
    .about = Two styles are taught: shallow with the ball near the middle, or ball back with the handle forward.
word-pick = Pick
    .about = The shot with the fewest strokes to hole out, from the student's own spread.
word-par = Par
    .about = What this student should score in a test today.
word-called = Random distances
    .about = Distances in random order, one ball each. Closer to a round than ten balls with one shot.
word-homework = Homework
    .about = Practice sent to the student's phone. Results come back for you to confirm.
word-stage = Stage
    .about = What a student works on now: contact, distance, trajectory, decisions. Set by criteria or by the coach.
word-bay = Bay
    .about = One student's mat in a group.

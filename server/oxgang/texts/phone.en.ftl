# What the student's phone says (web/src/card), in English. `make api` makes web/src/card/words.en.json of it.
# A message here has values and nothing else: no choice by number, no function.

title = Wedge card
needs-script = This card needs JavaScript.
no-connection = No connection. Open this page once online.
no-card = No card published yet. Ask your coach.
your-code = Your code
wrong-code = Wrong code.
try-again = Try again.
too-many-codes = Too many wrong codes. Wait a quarter of an hour. If that does not help, ask your coach for a new one.
code-online = No connection. Enter the code once online.
open = Open
places = Places
back = Back
undo = Undo

# The card
version = Version { $version } of { $day }. { $academy }
newer = Version { $version } is new.
no-shot-yet = No shots on this card yet. Ask your coach.
distance = Distance in { $unit }
unit-m = metres
unit-yd = yards
carry = carry
to-pin = to the pin
distances = Distances
legend = The true carry is within ± in { $level } of cases. Italic means estimated.
none = none
none-big = None
unreached = No shot reaches that.
on-green = { $tenths } of 10 finish on the green. { $reason }.
or = or
nearest = Nearest: { $name }, carries { $carry }.
hit-shorter = It carries { $carry }. Hit it { $by } shorter.
hit-longer = It carries { $carry }. Hit it { $by } longer.
span = { $least } to { $most }
carries = carries { $carry } ± { $half }
from-chart = , from a chart
estimated = , estimated
runs = , runs { $run }, { $all } total
run-measured = { $run } (measured on { $balls } balls)
shorter = shorter
longer = longer

# What waits on the phone
round-waiting = 1 round is waiting on this phone until it's online.
rounds-waiting = { $n } rounds are waiting on this phone until it's online.
shot-waiting = 1 shot is waiting on this phone until it's online.
shots-waiting = { $n } shots are waiting on this phone until it's online.
fragile = This phone can't save anything. Stay on this page until it's sent.
not-accepted = It was not accepted.
round-refused = A round was not accepted. { $why } It stays on this phone.
round-refused-told = A round was not accepted. { $why } It stays on this phone, and your coach can see what you hit.
shot-refused = A shot was not accepted. { $why } It stays on this phone.
shot-refused-told = A shot was not accepted. { $why } It stays on this phone, and your coach can see what you hit.

# Practice
tab-card = Card
tab-practise = Practise
tab-progress = Progress
continue = Continue { $title }
from-lesson = From the lesson of { $day }
you-at = You at { $position }
homework = Homework
no-homework = No homework right now. Play a game instead.
late = { $due }, you can still do it
done-of = { $points } of { $of }
to-do = { $balls } balls, par { $par }
to-do-wanted = { $balls } balls, par { $par }, wanted { $wanted }
games = Games
par-strokes = par { $par } strokes
par-of = par { $par } of { $of }
par-of-best = par { $par } of { $of }, best { $best }

# A round
carry-in = Carry in { $unit }
not-a-carry = "{ $text }" is not a carry. Type how far it flew.
type-carry = Type how far it flew.
target = Target { $n } of { $of }
target-ball = Target { $n } of { $of }, ball { $ball } of { $balls }
card-says = What the card says
no-shot = no shot
hits = { $points } of { $of } hit
score = { $points } of { $of }
done = Done
strokes-later = Strokes are counted once it's sent.
par-was = Par { $par }.
better-none = Not your best day. Try again tomorrow.
better-all = Better than on almost all of your days.
better-some = Better than { $fifths } of your last 5 days.
play-again = Play again
next = Next
hit = Hit
missed = Missed
voice = Voice
stop = Stop here
finish-later = Finish later
caution = Nobody in front of you or beside the net. Rest between sets. Stop if it hurts.

# Progress
your-distances = Your distances
next-goal = Next
goal-met = { $met } of the last { $of } random targets { $goal }.
goal-first = First goal: { $goal }. Play Random distances to start.
solid = Solid: { $solid } of the last { $balls } balls.
on-course = On the course
rounds = Rounds
par = par { $par }
last-balls = Your last balls
one-week = 1 week
weeks = { $n } weeks
streak-none = You haven't practised a full week yet.
streak-over = Your longest streak is { $longest }. One ball starts a new one.
streak-paused = { $weeks } in a row, then a break. Continue any time.
streak = { $weeks } in a row with practice.
streak-longest = { $weeks } in a row with practice. Your longest is { $longest }.
covered = { $share } % covered
ground = { $from } to { $to } { $unit }.

# On the course
play-and-log = Play { $shot } and log it
a-shot = a shot
logged = Logged: { $shot }.
shot = Shot
touch-where = Touch where it finished.
type-how-far = Type how far from the hole.
hole-distance-m = From the hole in metres
hole-distance-ft = From the hole in feet
from-hole = { $unit } from the hole
first-touch = First touch where it finished, or type how far from the hole.
too-far = { $length } is too far away.
sign-ft = ft
sign-m = m
pin-high = pin high
short = short
long = long
lead-side = lead side
trail-side = trail side
lead = lead
trail = trail
hole-picture = Where it finished, from above. Or type the distance below.

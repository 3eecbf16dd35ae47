# What the student's phone says, in German. A native ear has not heard it yet.

title = Wedge-Karte
needs-script = Diese Karte braucht JavaScript.
no-connection = Keine Verbindung. Öffne diese Seite einmal mit Netz.
no-card = Noch keine Karte. Frag deinen Coach.
your-code = Dein Code
wrong-code = Falscher Code.
try-again = Versuch es noch einmal.
too-many-codes = Zu viele falsche Codes. Warte eine Viertelstunde. Hilft das nicht, frag deinen Coach nach einem neuen.
code-online = Keine Verbindung. Gib den Code einmal mit Netz ein.
open = Öffnen
places = Bereiche
back = Zurück
undo = Rückgängig

# The card
version = Fassung { $version } vom { $day }. { $academy }
newer = Fassung { $version } ist neu.
no-shot-yet = Auf dieser Karte steht noch kein Schlag. Frag deinen Coach.
distance = Entfernung in { $unit }
unit-m = Metern
unit-yd = Yards
carry = Carry
to-pin = zur Fahne
distances = Weiten
legend = ± enthält den wahren Carry in { $level } der Fälle. Kursiv: geschätzt.
none = keiner
none-big = Keiner
unreached = Kein Schlag kommt dorthin.
on-green = { $tenths } von 10 enden auf dem Grün. { $reason }.
or = oder
nearest = Am nächsten ist { $name }: Carry { $carry }.
hit-shorter = Carry { $carry }: schlag ihn { $by } kürzer.
hit-longer = Carry { $carry }: schlag ihn { $by } weiter.
span = { $least } bis { $most }
carries = Carry { $carry } ± { $half }
from-chart = , aus einer Tabelle
estimated = , geschätzt
runs = , rollt { $run }, { $all } insgesamt
run-measured = { $run } (gemessen an { $balls } Bällen)
shorter = kürzer
longer = länger

# What waits on the phone
round-waiting = 1 Runde wartet auf diesem Handy auf das Netz.
rounds-waiting = { $n } Runden warten auf diesem Handy auf das Netz.
shot-waiting = 1 Schlag wartet auf diesem Handy auf das Netz.
shots-waiting = { $n } Schläge warten auf diesem Handy auf das Netz.
fragile = Dieses Handy kann nichts speichern. Bleib auf dieser Seite, bis alles gesendet ist.
not-accepted = Das wurde nicht angenommen.
round-refused = Eine Runde wurde nicht angenommen. { $why } Sie bleibt auf diesem Handy.
round-refused-told = Eine Runde wurde nicht angenommen. { $why } Sie bleibt auf diesem Handy, und dein Coach kann sie lesen.
shot-refused = Ein Schlag wurde nicht angenommen. { $why } Er bleibt auf diesem Handy.
shot-refused-told = Ein Schlag wurde nicht angenommen. { $why } Er bleibt auf diesem Handy, und dein Coach kann ihn lesen.

# Practice
tab-card = Karte
tab-practise = Üben
tab-progress = Fortschritt
continue = Weiter mit { $title }
from-lesson = Aus der Stunde vom { $day }
you-at = Du bei { $position }
homework = Hausaufgaben
no-homework = Gerade keine Hausaufgaben. Spiel doch etwas.
late = { $due }, du kannst sie noch machen
done-of = { $points } von { $of }
to-do = { $balls } Bälle, Par { $par }
to-do-wanted = { $balls } Bälle, Par { $par }, Ziel { $wanted }
games = Spiele
par-strokes = Par { $par } Schläge
par-of = Par { $par } von { $of }
par-of-best = Par { $par } von { $of }, bisher { $best }

# A round
carry-in = Carry in { $unit }
not-a-carry = „{ $text }“ ist kein Carry. Gib ein, wie weit der Ball flog.
type-carry = Gib ein, wie weit der Ball flog.
target = Ziel { $n } von { $of }
target-ball = Ziel { $n } von { $of }, Ball { $ball } von { $balls }
card-says = Was die Karte sagt
no-shot = kein Schlag
hits = { $points } von { $of } getroffen
score = { $points } von { $of }
done = Fertig
strokes-later = Die Schläge werden gezählt, sobald alles gesendet ist.
par-was = Par { $par }.
better-none = Nicht dein bester Tag. Versuch es morgen wieder.
better-all = Besser als an fast allen deinen Tagen.
better-some = Besser als an { $fifths } deiner letzten 5 Tage.
play-again = Noch einmal
next = Weiter
hit = Getroffen
missed = Daneben
voice = Stimme
stop = Hier aufhören
finish-later = Später weiter
caution = Niemand steht vor dir oder neben dem Netz. Mach Pausen. Hör auf, wenn etwas weh tut.

# Progress
your-distances = Deine Weiten
next-goal = Nächstes Ziel
goal-met = { $met } der letzten { $of } zufälligen Ziele { $goal }.
goal-first = Erstes Ziel: { $goal }. Fang mit „Zufällige Weiten“ an.
solid = Sauber getroffen: { $solid } der letzten { $balls } Bälle.
on-course = Auf dem Platz
rounds = Runden
par = Par { $par }
last-balls = Deine letzten Bälle
one-week = 1 Woche
weeks = { $n } Wochen
streak-none = Du hast noch keine ganze Woche geübt.
streak-over = Deine längste Serie: { $longest }. Ein Ball beginnt eine neue.
streak-paused = { $weeks } in Folge, dann eine Pause. Mach weiter, wann du magst.
streak = { $weeks } in Folge geübt.
streak-longest = { $weeks } in Folge geübt. Deine längste Serie: { $longest }.
covered = { $share } % abgedeckt
ground = { $from } bis { $to } { $unit }.

# On the course
play-and-log = { $shot } spielen und eintragen
a-shot = Schlag
logged = Eingetragen: { $shot }.
shot = Schlag
touch-where = Tippe, wo der Ball liegt.
type-how-far = Gib ein, wie weit vom Loch.
hole-distance-m = Vom Loch in Metern
hole-distance-ft = Vom Loch in Fuß
from-hole = { $unit } vom Loch
first-touch = Tippe erst, wo der Ball liegt, oder gib ein, wie weit vom Loch.
too-far = { $length } ist zu weit weg.
sign-ft = Fuß
sign-m = m
pin-high = auf Fahnenhöhe
short = kurz
long = lang
lead-side = vordere Seite
trail-side = hintere Seite
lead = vordere
trail = hintere
hole-picture = Wo der Ball liegt, von oben. Oder gib unten die Entfernung ein.

# What a student reads, in German: card, phone, papers (texts/cards.py, api/portal, files). A native ear has
# not heard it yet. tests/core/test_languages.py says what is missing.

list-between = ,
list-last = und

card-file-title = Wedge-Karte von { $student }
card-file-head = Fassung { $version } vom { DATE($day) }. { $academy }
card-file-none = keiner

recipe-words =
    { $place ->
        [0] Ball in der Mitte
        [1] Ball { INCHES($inches) } weiter vorn
       *[other] Ball { INCHES($inches) } weiter hinten
    }, { $handle ->
        [level] Schaft fast senkrecht
        [ahead] Griff etwas vor dem Ball
       *[other] Griff deutlich vor dem Ball
    }, Schlagfläche { $open ->
        [0] gerade
       *[other] { $open }° offen
    }, { $weight } % auf dem vorderen Fuß
follow-1 = Arme lang, Schlägerkopf unter den Händen.
follow-2 = Handgelenke winkeln etwas nach, Brust zum Ziel.
follow-3 = Arme gebeugt, Griff nah an der vorderen Hosentasche, Schläger senkrecht.

asked-lie = Lage
asked-wind = Wind
asked-green = Grün
asked-pin = Fahne
lie-fairway = Fairway
lie-rough-up = Rough, oben
lie-rough-down = Rough, tief
wind-none = keiner
wind-into = von vorn
wind-down = von hinten
green-soft = weich
green-medium = mittel
green-firm = hart
pin-front = vorn
pin-middle = Mitte
pin-back = hinten

pick-fewest = wenigste Schläge
    .short = Wenigste Schläge
pick-either = einer der ersten beiden
    .short = Einer der ersten beiden
pick-by-run = wenigste Schläge, wenn der Ball wie erwartet rollt
    .short = Wenigste Schläge, wenn der Ball wie erwartet rollt
pick-goal = gleich viele Schläge, näher am Ziel
    .short = Gleich viele Schläge, näher am Ziel
pick-rule = gleich viele Schläge, wie die Faustregel sagt
    .short = Gleich viele Schläge, wie die Faustregel sagt
pick-smoother = gleich viele Schläge, ruhigerer Schwung
    .short = Gleich viele Schläge, ruhigerer Schwung
pick-robust = hält, wie weit der Ball auch rollt
    .short = Hält, wie weit der Ball auch rollt
pick-not-hard = nicht fester: der nächste Schläger
    .short = Nicht fester: der nächste Schläger

height-low = flach
height-stock = normal
height-high = hoch
spin-release = rollt
spin-grab = stoppt
tempo-slower = langsamer
tempo-faster = schneller
adjusted-back = Ball { $inches } in weiter hinten
adjusted-forward = Ball { $inches } in weiter vorn
adjusted-down = Griff { $inches } in kürzer

swing-quarter = Viertel
swing-third = Drittel
swing-half = halb
swing-two-thirds = zwei Drittel
swing-three-quarter = drei Viertel
swing-full = voll
swing-knee = Knie
swing-pocket = Tasche
swing-hip = Hüfte
swing-above-hip = über der Hüfte
swing-chest = Brust
swing-shoulder = Schulter

cue-clock-1 = Hände kurz hinter dem hinteren Oberschenkel.
cue-clock-2 = Hände an der hinteren Tasche.
cue-clock-3 = Vorderer Arm waagrecht.
cue-clock-4 = Vorderer Arm über waagrecht.
cue-clock-5 = Vorderer Arm fast oben.
cue-clock-6 = Volle, ruhige Drehung.
cue-fraction-1 = Ein Viertel zurück, ein Viertel durch.
cue-fraction-2 = Ein Drittel zurück, ein Drittel durch.
cue-fraction-3 = Halb zurück, halb durch.
cue-fraction-4 = Zwei Drittel zurück und durch.
cue-fraction-5 = Drei Viertel zurück und durch.
cue-fraction-6 = Fast alles, nie fest.
cue-fraction-7 = Voller, ruhiger Schwung.
cue-body-1 = Hände bis zum Knie.
cue-body-2 = Hände bis zur Hosentasche.
cue-body-3 = Hände bis zur Hüfte.
cue-body-4 = Hände knapp über der Hüfte.
cue-body-5 = Hände bis zur Brust.
cue-body-6 = Hände bis zur Schulter.
cue-zones-1 = Unter der Hüfte.
cue-zones-2 = Zwischen Hüfte und Schulter.
cue-zones-3 = Über der Schulter: nicht zum Dosieren.
cue-one-swing-1 = Vorderer Arm waagrecht zurück, hinterer Arm waagrecht durch.

## How a ball was struck
strike-solid = sauber
strike-fat = fett
strike-thin = dünn
strike-heel = Ferse
strike-toe = Spitze
strike-hard = zu fest

## Practice
form-blocked = ein Schlag
    .about = Ein Schlag, Ball für Ball. Das baut ihn auf.
form-serial = Leiter
    .about = Weiten hinauf und hinunter, jede ein wenig anders als die vorige.
form-random = zufällig
    .about = Zufällige Weiten, je ein Ball. Das prüft den Schlag.
form-net = ins Netz
    .about = Auf das Band, darunter, darüber, auf den Punkt.
form-worse-of-two = der schlechtere von zweien
    .about = Zwei Bälle auf jede Weite, der schlechtere zählt.
form-one-swing = ein Schwung, alle Wedges
    .about = Derselbe Schwung mit jedem Wedge.

mark-at-the-tape = auf das Band
mark-below-the-tape = unter das Band
mark-above-the-tape = über das Band
mark-at-the-spot = auf den Punkt

trial-furrow = Zehn mit einem Schlag
    .about = Zehn Bälle mit einem Schlag auf seinen Carry. Ein Punkt für jeden innerhalb der Toleranz.
trial-ladder = Hinauf und hinunter
    .about = Eine Leiter hinauf und hinunter durch deine Weiten. Ein Punkt für jeden Ball innerhalb der Toleranz.
trial-open-field = Zufällige Weiten
    .about = Zwanzig Bälle auf zufällige Weiten. Ein Punkt für jeden innerhalb der Toleranz.
trial-strokes = Zufällige Weiten, nach Schlägen
    .about = Zehn Bälle auf zufällige Weiten, gezählt nach Schlägen bis ins Loch. Weniger ist besser.
trial-worse-of-two = Der schlechtere von zweien
    .about = Zwei Bälle auf jede zufällige Weite. Ein Punkt, wenn beide innerhalb der Toleranz sind.

portal-due = bis { DAY($on) }
portal-par = Par { $par } von { $of }
portal-wanted = Ziel { $wanted }, Par { $par } von { $of }
portal-day = { DAY($on) }
portal-goal-on-green = auf dem Grün
portal-goal-close = auf { FEET(10) } genau

## The cue and the drill of a lesson
fault-fat =
    .cue = Schultern waagrecht, Brust zum Ziel
fault-thin =
    .cue = Dreh durch, im Finish zeigt die Brust zum Ziel
fault-digs =
    .cue = Griff über dem Ball, die Sohle gleiten spüren
fault-across =
    .cue = Dreh, bis die Brust zum Ziel zeigt
fault-hook =
    .cue = Der Griff geht herum zur vorderen Seite
fault-floats =
    .cue = Halte den Winkel ein wenig länger
fault-hard =
    .cue = Einen Schläger länger, derselbe ruhige Schwung

drill-brush = Das Gras vor einer Linie bürsten
    .how = Eine Linie im Gras auf Höhe des Brustbeins. Bürste zehnmal ohne Ball davor, dann mit Ball.
drill-hold = Das Finish halten
    .how = Schlag und bleib im Finish stehen, Brust zum Ziel, bis der Ball gelandet ist.
drill-skid = Die Sohle gleiten lassen
    .how = Auf einer Matte ohne Ball: Lass die Sohle gleiten, Griff über dem Ball. Dann ein Ball auf dem Tee.
drill-turn = Drehen mit dem Schläger vor der Brust
    .how = Schläger quer vor der Brust, fünfmal zurück und durch zum Ziel drehen. Dann ein kurzer Schwung, der sich gleich anfühlt.
drill-around = Griff herum
    .how = Kurze Schwünge. Nach dem Ball geht der Griff zur vorderen Seite, und die Schlagfläche schaut zum Himmel.
drill-angle = Den Winkel halten
    .how = Nur der vordere Arm, kurz und langsam: Der Griff ist am Ball vor dem Schlägerkopf.
drill-club-more = Einen Schläger länger
    .how = Dieselbe Weite mit einem Schläger mehr und demselben ruhigen Schwung, je fünf Bälle.
drill-gate = Durch das Tor
    .how = Eine Stange in der Höhe, die der Startwinkel verlangt. Schütze ihre Enden und halte sie vom Schwung weg.
drill-rail = Unter der Stange
    .how = Eine Stange etwa 30 cm über dem Boden, entlang der Ziellinie. Der Schläger geht darunter durch. Schütze ihre Enden.

## On the course
finish-green = Grün
finish-fairway = Fairway
finish-rough = Rough
finish-bunker = Bunker
finish-penalty = Wasser oder verloren
finish-holed = eingelocht

course-note-greens =
    { $shots ->
        [one] Auf dem Platz endete { $on } von { $shots } Schlag auf dem Grün.
       *[other] Auf dem Platz endeten { $on } von { $shots } Schlägen auf dem Grün.
    }
course-note-left = Im Mittel blieben { FEET($left_ft) } bis zum Loch.
course-note-off = Die Karte versprach { $promised } von { $of } auf dem Grün.
course-practise-shot = Übe { $shot } mit zufälligen Weiten von { YARDS($from_yd) } bis { YD($to_yd) }. Auf der Range hält der Schlag, auf dem Platz verfehlt er Grüns.
course-practise-band = Übe zufällige Weiten von { YARDS($from_yd) } bis { YD($to_yd) }. Dort kostet ein Schlag { STROKES($strokes) } Schläge mehr, als dieses Niveau braucht.
course-misses-short = { $count } von { $of } Fehlern waren zu kurz. Spiel über die Fahne, oder nimm den längeren Schlag.
course-misses-long = { $count } von { $of } Fehlern waren zu lang. Nimm den kürzeren Schlag.

## The report
remark-not-hit = { $name } hat in dieser Zeit keine Bälle geschlagen.
remark-balls =
    { $balls ->
        [one] { $name } hat { $balls } Ball geschlagen.
       *[other] { $name } hat { $balls } Bälle geschlagen.
    }
remark-solid = { PERCENT($share) } waren sauber getroffen.
remark-solid-moved = { PERCENT($share) } waren sauber getroffen, von { PERCENT($before) } in der ersten Hälfte auf { PERCENT($after) } in der zweiten.
remark-scatter = Saubere Bälle streuen { PERCENT($share) } um ihren Carry.
remark-scatter-tighter = Saubere Bälle streuen { PERCENT($share) } um ihren Carry, enger als in der ersten Hälfte.
remark-scatter-wider = Saubere Bälle streuen { PERCENT($share) } um ihren Carry, weiter als in der ersten Hälfte.
remark-launch = { $hits } von { $of } Startwinkeln lagen im Fenster.
remark-ground = { PERCENT($after) } der Weiten von { YARDS($from_yd) } bis { YD($to_yd) } haben einen Schlag
remark-covered = { remark-ground }.
remark-covered-up = { remark-ground }, vorher { PERCENT($before) }.
remark-covered-down = { remark-ground }, vorher { PERCENT($before) }.
remark-doubtful = { PERCENT($share) } der Carrys müssen geprüft werden.

turn-solid = sauber { PERCENT($before) } auf { PERCENT($after) } ({ POINTS($lo) } bis { POINTS($hi) } Punkte)
turn-solid-chance = sauber { PERCENT($before) } auf { PERCENT($after) } (keine echte Änderung)
turn-launch = Startwinkel im Fenster { PERCENT($before) } auf { PERCENT($after) } ({ POINTS($lo) } bis { POINTS($hi) } Punkte)
turn-launch-chance = Startwinkel im Fenster { PERCENT($before) } auf { PERCENT($after) } (keine echte Änderung)
turn-spread = Streuung { PERCENT($before) } auf { PERCENT($after) } ({ PERCENT($lo) } bis { PERCENT($hi) } von vorher)
turn-spread-chance = Streuung { PERCENT($before) } auf { PERCENT($after) } (keine echte Änderung)
turn-one-side = Davor oder danach fehlen Bälle.
report-interval = Der wahre Wert liegt in { $level } der Fälle im Band oder innerhalb von ±. Hör auf, wenn etwas weh tut.
report-homework =
    { $balls ->
        [one] { $balls } Ball: { $shot }
       *[other] { $balls } Bälle: { $shot }
    }

touch-everything = alles
touch-club = { $club }
touch-swings = Schwünge { $swing }
touch-shots = { $shot }
touch-together = alle Carrys zusammen
touch-together-by-one = alle Carrys zusammen (nur { $only } wurde geschlagen)

event-new-club = neuer Schläger
event-club-bent = Schläger gebogen
event-new-grooves = neue Rillen
event-other-ball = anderer Ball
event-technique = Technik
event-other-school = andere Ansprechhaltung
event-injury = Verletzung
event-growth = Wachstum
event-season-break = Saisonpause
event-numbers-moved = Carrys geändert

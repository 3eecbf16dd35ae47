# What a student reads of a card, in German: the file of a card (texts/cards.py). A native ear has not
# heard it yet. tests/core/test_languages.py says what is missing.

card-file-title = Wedge-Karte von { $student }
card-file-head = Fassung { $version } vom { $day }. { $academy }
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
cue-clock-2 = Hände auf Höhe der hinteren Hosentasche.
cue-clock-3 = Vorderer Arm waagrecht.
cue-clock-4 = Vorderer Arm etwas über der Waagrechten.
cue-clock-5 = Vorderer Arm fast oben, weiter Bogen.
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

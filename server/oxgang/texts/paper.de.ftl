# What stands on a student's papers, in German. A native ear has not heard it yet.

## The card
paper-title = { $student }, Fassung { $version }
paper-unit-m = Meter
paper-unit-yd = Yards
paper-no-shots = Noch kein Schlag auf der Karte.
paper-none = keiner
paper-same = wie oben
paper-from-chart = nicht fett: aus einer Tabelle
paper-estimated = kursiv: geschätzt
paper-add = + 2: 2 weiter schlagen. keiner: kein Schlag ist nah
paper-run = +: üblicher Roll auf mittlerem Boden
paper-ball-back = Ball { $inches } hinten
paper-ball-forward = Ball { $inches } vorn
paper-grip-down = Griff { $inches } kürzer
paper-learning = ( ): noch in Arbeit
paper-left-out = ohne Platz: { $names }
paper-launch = Startwinkel ° mit dem { $club }: { $windows }

## Homework and the score sheet
paper-score-sheet = Übungsblatt
paper-page = { $title }, { $page } von { $pages }
paper-day = Tag
paper-lie = Lage
paper-ball = Ball
paper-wind = Wind
paper-air = Luft
paper-carry = Carry jedes Balls [{ $unit }]
paper-boxes = In jedes Feld den Carry [{ $unit }].
paper-letters = Hinter der Zahl: f fett, t dünn, h Ferse, o Spitze, x zu fest. Nicht geschlagen: leer lassen.
paper-caution = Nie zum Messen hinausgehen, solange jemand schlagen kann. Die Regeln der Anlage gehen vor. Mach Pausen. Hör auf, wenn etwas weh tut.
paper-at-the-tape = am Band
paper-below-the-tape = unter
paper-above-the-tape = über
paper-at-the-spot = Punkt

## The report
paper-period = { $from } bis { $to }
paper-balls =
    { $balls ->
        [one] { $balls } Ball
       *[other] { $balls } Bälle
    }
paper-solid = Sauber getroffen
paper-spread = Streuung sauberer Bälle
paper-launches = Startwinkel im Fenster
paper-covered = Abgedeckte Weiten (braun: prüfen)
paper-not-measured = nicht gemessen
paper-ground = Wo jeder Schlag landet
paper-stock = Normale Schläge heute, { $unit }
paper-no-wedge = Noch kein Wedge in der Tasche.
paper-practise = Zum Üben
paper-sessions = Nächste Stunden

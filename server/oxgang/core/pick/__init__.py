"""The right shot for the ball that lies there: situation, pattern, strokes, rules, the choice."""

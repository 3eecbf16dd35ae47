"""The ground from 30 to 100 yards: what covers it, what closes it, what goes on a card."""

"""Has the student changed: suddenly, slowly, as a whole or in one place; and what to do then."""

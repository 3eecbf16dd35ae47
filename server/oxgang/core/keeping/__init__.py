"""Keeping a matrix true: events, drift, what is due, progress, the review of a session."""

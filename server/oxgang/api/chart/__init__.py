"""A chart that a coach has on paper: typed, or read from a file."""

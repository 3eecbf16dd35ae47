"""From balls to a matrix."""

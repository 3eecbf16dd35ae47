"""The words of the trade: shots, clubs, swings, strikes, units. Everything else is said in them."""

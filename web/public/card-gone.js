// The page of a link that has ended: what this phone stored of it goes. Rounds and shots that wait stay.
const own = `${location.pathname.replace(/\/$/, "")}/`;
for (const name of Object.keys(localStorage))
  if (name.startsWith(own) && !/#(rounds|held)$/.test(name)) localStorage.removeItem(name);

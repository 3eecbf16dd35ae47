/** A card that is one file: everything it shows stands in it, and it asks nobody for anything. */
import "./card.css";
import { build, type Card } from "./page";

const main = document.getElementById("card");
const content = document.getElementById("card-content")?.textContent;
// Without this script the numbers stand there as a plain table.
if (main && content) build(main, JSON.parse(content) as Card);

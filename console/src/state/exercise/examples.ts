/** Programs to open and change: pieces of Harbour Day. */
export const EXAMPLES: readonly { readonly name: string; readonly source: string }[] = Object.freeze([
	{
		name: "Mooring buoy",
		source:
			"-- a buoy on blue water\npaper lightsteelblue\npen colour black width 4\nfill crimson\ncircle centre 200, 150 diameter 80\nfill white\nrect centre 200, 150 size 60, 14\n",
	},
	{
		name: "Flag with stripes",
		source:
			"paper lightcyan\npen none\nfor i from 0 to 5\n  if i mod 2 == 0\n    fill navy\n  else\n    fill gold\n  end\n  rect corner 100, 60 + i * 30 size 200, 30\nend\n",
	},
	{
		name: "Star walked with turns",
		source: "pen colour navy width 3\nrepeat 5 times\n  walk 140\n  turn right 144\nend\n",
	},
	{
		name: "Gull that crosses the sheet",
		source:
			"let x = 20\neach frame\n  paper lightskyblue\n  pen colour black width 3\n  line from x, 120 to x + 16, 108\n  line from x + 16, 108 to x + 32, 120\n  x = x + 4\nend\n",
	},
]);

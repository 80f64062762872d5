/** A student of the demo: all made up. */
export interface DemoStudent {
	readonly key: string;
	readonly name: string;
	readonly signInName: string;
	readonly passphrase: string;
}

const TERN = [
	["ana", "Ana Brook"],
	["idris", "Idris Vale"],
	["ivy", "Ivy Marsh"],
	["kit", "Kit Sorrel"],
	["lena", "Lena Firth"],
	["mina", "Mina Ash"],
	["ned", "Ned Holt"],
	["oli", "Oli Tarn"],
	["ruth", "Ruth Pell"],
	["sami", "Sami Dene"],
	["tomo", "Tomo Reed"],
	["zoe", "Zoe Lark"],
	["ada", "Ada Quarrie"],
	["bram", "Bram Ousel"],
	["cleo", "Cleo Thwaite"],
	["dario", "Dário Penha"],
	["esme", "Esmé Rook"],
	["finn", "Finn Garrow"],
	["gwen", "Gwen Stell"],
] as const;
const GANNET =
	"Abel Corrie,Bea Lintott,Caius Wray,Dot Ferrier,Elif Sand,Faro Umber,Greta Shoal,Hugo Brae,Inês Calder,Jonah Skerry,Kaya Merrow,Leo Tidewell,Maja Strand,Nils Harrow,Orla Keel,Piet Sallow,Quill Ardern,Rosa Haven,Stella Noss,Theo Wharram".split(
		",",
	);
const CURLEW =
	"Anouk Selby,Basil Croft,Carys Mull,Dylan Oake,Edda Fenn,Felix Carne,Gala Whin,Hari Stour,Ilse Brandt,Jude Latch,Kofi Dunnet,Lotte Veere,Milo Samphire,Nia Groyne,Otto Plaice,Pia Redshaw,Ravi Estuary,Sol Kelling,Tess Marram".split(
		",",
	);

const WORDS = [
	"amber",
	"brass",
	"coral",
	"delta",
	"ember",
	"fathom",
	"gannet",
	"harbour",
	"inlet",
	"jetty",
	"kelp",
	"lagoon",
];

/** A passphrase that anybody may know: of the demo alone. */
export const passphraseOf = (index: number) => `${WORDS[index % WORDS.length]}-gull-${31 + index}`;

const first = (name: string) =>
	(name.split(" ")[0] as string)
		.normalize("NFD")
		.replace(/[\u0300-\u036f]/g, "")
		.toLowerCase();

const classOf = (prefix: string, from: number, names: readonly string[]): DemoStudent[] =>
	names.map((name, i) => ({
		key: `${prefix}${first(name)}`,
		name,
		signInName: first(name),
		passphrase: passphraseOf(from + i),
	}));

/** The students of each class, in the order of their cards. */
export const DEMO_STUDENTS = {
	tern: TERN.map(([key, name], i) => ({
		key: key as string,
		name: name as string,
		signInName: key as string,
		passphrase: passphraseOf(i),
	})),
	gannet: classOf("g-", 40, GANNET),
	curlew: classOf("c-", 80, CURLEW),
} satisfies Readonly<Record<string, readonly DemoStudent[]>>;

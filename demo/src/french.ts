import type { RateBook } from '@ostrakon/core';

/** What the shop says of its deliveries in general. */
export const policy = `We pack on working days at our Dartmouth store room; wheels and kilns leave from our Moncton depot.

- Count the parcels before you sign, and write to us within **five days** if something is broken.
- Glazes are not sent over a weekend in winter: they would freeze in a depot.
- A parcel that comes back to us is sent once more for its postage.`;

const POLICY = `Nous emballons les jours ouvrables dans notre entrepôt de Dartmouth; les tours et les fours partent de notre dépôt de Moncton.

- Comptez les colis avant de signer et écrivez-nous dans les **cinq jours** si quelque chose est brisé.
- En hiver, les glaçures ne voyagent pas la fin de semaine : elles gèleraient dans un dépôt.
- Un colis qui nous revient est renvoyé une fois, contre les frais de port.`;

/** The shop's texts in French, with its goods and the provinces it sends most to. */
const TEXTS: Readonly<Record<string, string>> = {
  'Counter pickup': 'Retrait au comptoir',
  'At the Dartmouth counter': 'Au comptoir de Dartmouth',
  'Bring the order number. Clay is loaded at the side door.': 'Apportez le numéro de commande. L’argile est chargée à la porte latérale.',
  'Van round': 'Tournée en camionnette',
  'Tuesday and Friday': 'Mardi et vendredi',
  'The driver leaves dry goods at the door': 'Le chauffeur laisse les produits secs à la porte',
  'Letter packet': 'Pli postal',
  'Flat and light': 'Plat et léger',
  'Ground parcel': 'Colis terrestre',
  'To your door': 'À votre porte',
  Express: 'Exprès',
  'By air': 'Par avion',
  'Tracked post': 'Poste suivie',
  'Scanned on the way': 'Suivi en route',
  'Pallet freight': 'Palette',
  'To the kerb': 'Au bord du trottoir',
  'We have no delivery price for this order yet. Write to us and we will find a way.':
    'Nous n’avons pas encore de prix de livraison pour cette commande. Écrivez-nous, nous trouverons.',
  'Heavy order: ask us for a delivery price.': 'Commande lourde : demandez-nous un prix de livraison.',
  [policy]: POLICY,
  'Needle tool': 'Aiguille',
  'Wooden rib, kidney': 'Estèque en bois, haricot',
  'Steel rib, flexible': 'Estèque en acier souple',
  'Wire cutter, 45 cm': 'Fil à couper, 45 cm',
  'Loop tools, set of six': 'Mirettes, jeu de six',
  'Throwing sponge': 'Éponge de tournage',
  'Fettling knife': 'Couteau de finition',
  'Bamboo glaze brush': 'Pinceau à glaçure en bambou',
  'Stoneware clay, 10 kg': 'Grès, 10 kg',
  'Stoneware clay, 20 kg': 'Grès, 20 kg',
  'Porcelain, 10 kg': 'Porcelaine, 10 kg',
  'Porcelain, 20 kg': 'Porcelaine, 20 kg',
  'Celadon glaze, 118 ml': 'Glaçure céladon, 118 ml',
  'Celadon glaze, 473 ml': 'Glaçure céladon, 473 ml',
  'Celadon glaze, 3.8 l': 'Glaçure céladon, 3,8 l',
  'Clay and dry materials': 'Argiles et matières sèches',
  'Liquid glazes': 'Glaçures liquides',
  'Shelves and posts': 'Plaques et piliers',
  Machines: 'Machines',
  'Gift card': 'Carte-cadeau',
  'Christmas Day': 'Noël',
  'Boxing Day': 'le lendemain de Noël',
  'New Year’s Day': 'le jour de l’An',
  'Counting the stock': 'l’inventaire',
  Quebec: 'Québec',
  'Nova Scotia': 'Nouvelle-Écosse',
  'New Brunswick': 'Nouveau-Brunswick',
  'Prince Edward Island': 'Île-du-Prince-Édouard',
  'Newfoundland and Labrador': 'Terre-Neuve-et-Labrador',
  'British Columbia': 'Colombie-Britannique',
  'Northwest Territories': 'Territoires du Nord-Ouest',
};

export const languages: NonNullable<RateBook['languages']> = [
  { locale: 'fr-CA', texts: Object.entries(TEXTS).map(([of, is]) => ({ of, is })) },
];

/** The works that the methods here are taken from. To add one: an entry here, under the name that a method's source has. */
import type { Reference } from './reference';

const article = (
  short: string,
  authors: string,
  title: string,
  journal: string,
  where: { volume?: string; number?: string; pages?: string; doi?: string } = {},
): Reference => ({ short, authors: authors.split('; '), year: Number(short.slice(-4)), title, journal, ...where });
const book = (short: string, authors: string, title: string, publisher: string): Reference => ({
  short,
  authors: authors.split('; '),
  year: Number(short.slice(-4)),
  title,
  publisher,
});

export const references: readonly Reference[] = [
  article(
    'Barrat, Barthélemy, Pastor-Satorras & Vespignani 2004',
    'Barrat, A.; Barthélemy, M.; Pastor-Satorras, R.; Vespignani, A.',
    'The architecture of complex weighted networks',
    'Proceedings of the National Academy of Sciences',
    { volume: '101', number: '11', pages: '3747–3752', doi: '10.1073/pnas.0400087101' },
  ),
  article(
    'Batagelj & Mrvar 2001',
    'Batagelj, V.; Mrvar, A.',
    'A subquadratic triad census algorithm for large sparse networks with small maximum degree',
    'Social Networks',
    { volume: '23', number: '3', pages: '237–243' },
  ),
  article(
    'Batagelj & Zaveršnik 2003',
    'Batagelj, V.; Zaveršnik, M.',
    'An O(m) algorithm for cores decomposition of networks',
    'arXiv',
    { pages: 'cs/0310049' },
  ),
  article(
    'Blondel, Guillaume, Lambiotte & Lefebvre 2008',
    'Blondel, V. D.; Guillaume, J.-L.; Lambiotte, R.; Lefebvre, E.',
    'Fast unfolding of communities in large networks',
    'Journal of Statistical Mechanics: Theory and Experiment',
    { pages: 'P10008', doi: '10.1088/1742-5468/2008/10/P10008' },
  ),
  article(
    'Bonacich 1972',
    'Bonacich, P.',
    'Factoring and weighting approaches to status scores and clique identification',
    'Journal of Mathematical Sociology',
    { volume: '2', number: '1', pages: '113–120' },
  ),
  article(
    'Borgatti & Everett 1997',
    'Borgatti, S. P.; Everett, M. G.',
    'Network analysis of 2-mode data',
    'Social Networks',
    { volume: '19', number: '3', pages: '243–269' },
  ),
  article(
    'Brandes 2001',
    'Brandes, U.',
    'A faster algorithm for betweenness centrality',
    'Journal of Mathematical Sociology',
    { volume: '25', number: '2', pages: '163–177', doi: '10.1080/0022250X.2001.9990249' },
  ),
  article(
    'Brandes 2008',
    'Brandes, U.',
    'On variants of shortest-path betweenness centrality and their generic computation',
    'Social Networks',
    { volume: '30', number: '2', pages: '136–145' },
  ),
  article(
    'Brandes & Pich 2007',
    'Brandes, U.; Pich, C.',
    'Centrality estimation in large networks',
    'International Journal of Bifurcation and Chaos',
    { volume: '17', number: '7', pages: '2303–2318' },
  ),
  article(
    'Brin & Page 1998',
    'Brin, S.; Page, L.',
    'The anatomy of a large-scale hypertextual Web search engine',
    'Computer Networks and ISDN Systems',
    { volume: '30', pages: '107–117' },
  ),
  article('Burt 1976', 'Burt, R. S.', 'Positions in networks', 'Social Forces', {
    volume: '55',
    number: '1',
    pages: '93–122',
  }),
  book('Burt 1992', 'Burt, R. S.', 'Structural Holes: The Social Structure of Competition', 'Harvard University Press'),
  article(
    'Cerinšek & Batagelj 2015',
    'Cerinšek, M.; Batagelj, V.',
    'Network analysis of Zentralblatt MATH data',
    'Scientometrics',
    { volume: '102', pages: '977–1001' },
  ),
  article('Fagiolo 2007', 'Fagiolo, G.', 'Clustering in complex directed networks', 'Physical Review E', {
    volume: '76',
    pages: '026107',
    doi: '10.1103/PhysRevE.76.026107',
  }),
  article('Freeman 1977', 'Freeman, L. C.', 'A set of measures of centrality based on betweenness', 'Sociometry', {
    volume: '40',
    number: '1',
    pages: '35–41',
  }),
  article(
    'Freeman 1978',
    'Freeman, L. C.',
    'Centrality in social networks: conceptual clarification',
    'Social Networks',
    { volume: '1', number: '3', pages: '215–239' },
  ),
  article(
    'Girvan & Newman 2002',
    'Girvan, M.; Newman, M. E. J.',
    'Community structure in social and biological networks',
    'Proceedings of the National Academy of Sciences',
    { volume: '99', number: '12', pages: '7821–7826', doi: '10.1073/pnas.122653799' },
  ),
  article(
    'Gould & Fernandez 1989',
    'Gould, R. V.; Fernandez, R. M.',
    'Structures of mediation: a formal approach to brokerage in transaction networks',
    'Sociological Methodology',
    { volume: '19', pages: '89–126' },
  ),
  article(
    'Guimerà & Amaral 2005',
    'Guimerà, R.; Amaral, L. A. N.',
    'Functional cartography of complex metabolic networks',
    'Nature',
    { volume: '433', pages: '895–900', doi: '10.1038/nature03288' },
  ),
  book('Harary 1969', 'Harary, F.', 'Graph Theory', 'Addison-Wesley'),
  article(
    'Holland & Leinhardt 1970',
    'Holland, P. W.; Leinhardt, S.',
    'A method for detecting structure in sociometric data',
    'American Journal of Sociology',
    { volume: '76', number: '3', pages: '492–513' },
  ),
  article(
    'Hopcroft & Tarjan 1973',
    'Hopcroft, J.; Tarjan, R.',
    'Algorithm 447: efficient algorithms for graph manipulation',
    'Communications of the ACM',
    { volume: '16', number: '6', pages: '372–378' },
  ),
  article(
    'Jaccard 1901',
    'Jaccard, P.',
    'Étude comparative de la distribution florale dans une portion des Alpes et du Jura',
    'Bulletin de la Société vaudoise des sciences naturelles',
    { volume: '37', pages: '547–579' },
  ),
  article('Katz 1953', 'Katz, L.', 'A new status index derived from sociometric analysis', 'Psychometrika', {
    volume: '18',
    number: '1',
    pages: '39–43',
  }),
  article(
    'Kleinberg 1999',
    'Kleinberg, J. M.',
    'Authoritative sources in a hyperlinked environment',
    'Journal of the ACM',
    { volume: '46', number: '5', pages: '604–632' },
  ),
  article(
    'Krackhardt & Stern 1988',
    'Krackhardt, D.; Stern, R. N.',
    'Informal networks and organizational crises: an experimental simulation',
    'Social Psychology Quarterly',
    { volume: '51', number: '2', pages: '123–140' },
  ),
  article(
    'Leicht & Newman 2008',
    'Leicht, E. A.; Newman, M. E. J.',
    'Community structure in directed networks',
    'Physical Review Letters',
    { volume: '100', pages: '118703', doi: '10.1103/PhysRevLett.100.118703' },
  ),
  article(
    'Lorrain & White 1971',
    'Lorrain, F.; White, H. C.',
    'Structural equivalence of individuals in social networks',
    'Journal of Mathematical Sociology',
    { volume: '1', number: '1', pages: '49–80' },
  ),
  article('Hubert & Arabie 1985', 'Hubert, L.; Arabie, P.', 'Comparing partitions', 'Journal of Classification', {
    volume: '2',
    number: '1',
    pages: '193–218',
    doi: '10.1007/BF01908075',
  }),
  article('Marchiori & Latora 2000', 'Marchiori, M.; Latora, V.', 'Harmony in the small-world', 'Physica A', {
    volume: '285',
    pages: '539–546',
  }),
  article('Newman 2002', 'Newman, M. E. J.', 'Assortative mixing in networks', 'Physical Review Letters', {
    volume: '89',
    pages: '208701',
    doi: '10.1103/PhysRevLett.89.208701',
  }),
  article('Newman 2003', 'Newman, M. E. J.', 'Mixing patterns in networks', 'Physical Review E', {
    volume: '67',
    pages: '026126',
    doi: '10.1103/PhysRevE.67.026126',
  }),
  article(
    'Newman & Girvan 2004',
    'Newman, M. E. J.; Girvan, M.',
    'Finding and evaluating community structure in networks',
    'Physical Review E',
    { volume: '69', pages: '026113', doi: '10.1103/PhysRevE.69.026113' },
  ),
  article(
    'Newman, Strogatz & Watts 2001',
    'Newman, M. E. J.; Strogatz, S. H.; Watts, D. J.',
    'Random graphs with arbitrary degree distributions and their applications',
    'Physical Review E',
    { volume: '64', pages: '026118', doi: '10.1103/PhysRevE.64.026118' },
  ),
  article(
    'Monroe, Colaresi & Quinn 2008',
    'Monroe, B. L.; Colaresi, M. P.; Quinn, K. M.',
    'Fightin’ words: lexical feature selection and evaluation for identifying the content of political conflict',
    'Political Analysis',
    { volume: '16', number: '4', pages: '372–403', doi: '10.1093/pan/mpn018' },
  ),
  article(
    'Onnela et al. 2007',
    'Onnela, J.-P.; Saramäki, J.; Hyvönen, J.; Szabó, G.; Lazer, D.; Kaski, K.; Kertész, J.; Barabási, A.-L.',
    'Structure and tie strengths in mobile communication networks',
    'Proceedings of the National Academy of Sciences',
    { volume: '104', number: '18', pages: '7332–7336', doi: '10.1073/pnas.0610245104' },
  ),
  article(
    'Onnela, Saramäki, Kertész & Kaski 2005',
    'Onnela, J.-P.; Saramäki, J.; Kertész, J.; Kaski, K.',
    'Intensity and coherence of motifs in weighted complex networks',
    'Physical Review E',
    { volume: '71', pages: '065103', doi: '10.1103/PhysRevE.71.065103' },
  ),
  article(
    'Opsahl 2013',
    'Opsahl, T.',
    'Triadic closure in two-mode networks: redefining the global and local clustering coefficients',
    'Social Networks',
    { volume: '35', number: '2', pages: '159–167' },
  ),
  article(
    'Raghavan, Albert & Kumara 2007',
    'Raghavan, U. N.; Albert, R.; Kumara, S.',
    'Near linear time algorithm to detect community structures in large-scale networks',
    'Physical Review E',
    { volume: '76', pages: '036106', doi: '10.1103/PhysRevE.76.036106' },
  ),
  article(
    'Rochat 2009',
    'Rochat, Y.',
    'Closeness centrality extended to unconnected graphs: the harmonic centrality index',
    'Applications of Social Network Analysis',
  ),
  book(
    'Salton & McGill 1983',
    'Salton, G.; McGill, M. J.',
    'Introduction to Modern Information Retrieval',
    'McGraw-Hill',
  ),
  article('Seidman 1983', 'Seidman, S. B.', 'Network structure and minimum degree', 'Social Networks', {
    volume: '5',
    number: '3',
    pages: '269–287',
  }),
  article(
    'Serrano, Boguñá & Vespignani 2009',
    'Serrano, M. Á.; Boguñá, M.; Vespignani, A.',
    'Extracting the multiscale backbone of complex weighted networks',
    'Proceedings of the National Academy of Sciences',
    { volume: '106', number: '16', pages: '6483–6488', doi: '10.1073/pnas.0808904106' },
  ),
  article('Tarjan 1972', 'Tarjan, R.', 'Depth-first search and linear graph algorithms', 'SIAM Journal on Computing', {
    volume: '1',
    number: '2',
    pages: '146–160',
  }),
  article(
    'Tarjan 1974',
    'Tarjan, R. E.',
    'A note on finding the bridges of a graph',
    'Information Processing Letters',
    { volume: '2', number: '6', pages: '160–161' },
  ),
  article(
    'Traag, Van Dooren & Nesterov 2011',
    'Traag, V. A.; Van Dooren, P.; Nesterov, Y.',
    'Narrow scope for resolution-limit-free community detection',
    'Physical Review E',
    { volume: '84', pages: '016114', doi: '10.1103/PhysRevE.84.016114' },
  ),
  article(
    'Traag, Waltman & van Eck 2019',
    'Traag, V. A.; Waltman, L.; van Eck, N. J.',
    'From Louvain to Leiden: guaranteeing well-connected communities',
    'Scientific Reports',
    { volume: '9', pages: '5233', doi: '10.1038/s41598-019-41695-z' },
  ),
  article(
    'van Eck & Waltman 2009',
    'van Eck, N. J.; Waltman, L.',
    'How to normalize cooccurrence data? An analysis of some well-known similarity measures',
    'Journal of the American Society for Information Science and Technology',
    { volume: '60', number: '8', pages: '1635–1651' },
  ),
  book(
    'Wasserman & Faust 1994',
    'Wasserman, S.; Faust, K.',
    'Social Network Analysis: Methods and Applications',
    'Cambridge University Press',
  ),
  article(
    'Watts & Strogatz 1998',
    'Watts, D. J.; Strogatz, S. H.',
    'Collective dynamics of ‘small-world’ networks',
    'Nature',
    { volume: '393', pages: '440–442', doi: '10.1038/30918' },
  ),
];

/** The works that a source names, longer names first: `Girvan & Newman 2002` is not `Newman 2002`. */
export function namedIn(source: string): { found: Reference[]; rest: string } {
  let rest = source;
  const found = [...references]
    .sort((a, b) => b.short.length - a.short.length)
    .filter(({ short }) => {
      if (!rest.includes(short)) return false;
      rest = rest.split(short).join('');
      return true;
    });
  return { found, rest };
}

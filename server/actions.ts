'use server';
/** What the interface can ask the server to change, and what it asks besides pages. */
import * as z from 'zod';
import { readFigure } from '@/core/figure/plan';
import { columnRefSchema } from '@/core/names';
import { type StoredTrail, readTrail } from '@/core/trail';
import { action, houseAction, text } from '@/server/action';
import * as studies from '@/server/studies';
import * as tables from '@/server/tables';
import * as edits from '@/server/tables/edit';
import * as uses from '@/server/tables/uses';
import * as log from '@/server/happened';
import * as names from '@/server/names';
import * as kept from '@/server/kept';
import * as shortlists from '@/server/shortlists';
import * as networks from '@/server/networks';
import * as trails from '@/server/networks/versions';
import * as namesVersionsOf from '@/server/names/versions';
import * as figures from '@/server/figures';
import * as guests from '@/server/links';
import * as suggested from '@/server/networks/suggest';
import * as people from '@/server/people';
import * as door from '@/server/people/door';
import * as members from '@/server/people/members';
import * as links from '@/server/people/links';
import * as teams from '@/server/people/teams';
import * as filing from '@/server/filing';
import * as feeds from '@/server/feeds';
import * as runs from '@/server/runs';
import * as results from '@/server/runs/results';

const whole = z.number().int().min(0).max(2_147_483_647);
const way = z.enum(['undo', 'redo']);
/** A browser's own id, until people have names. */
const author = z.uuid();
const figure = z.custom<object>().transform((given) => readFigure(given));
const trail = z.custom<StoredTrail>().transform((given) => readTrail(given));

export const createStudy = houseAction('person', [text], studies.createStudy);
export const renameStudy = action('edit', [text], studies.renameStudy);
export const deleteStudy = action('own', [], studies.deleteStudy);
export const restoreStudy = action('own', [], studies.restoreStudy, 'deleted');

export const renameTable = action('edit', [text, text], tables.renameTable);
/** Takes back an import that made a table, with all that it did elsewhere. */
export const undoIntake = action('edit', [text], edits.undoIntake);
export const stepTable = action('edit', [text, way, author], (study, key, direction, whose) =>
  edits.stepTable(study, key, direction, { author: whose }),
);
export const tableHistory = action('read', [text, author], edits.tableHistory);
export const bringBackTable = action('edit', [text, whole], edits.bringBackTable);
/** Rows of the file that were not stored, with their reasons. */
export const setAside = action('read', [text], tables.setAside);
/** What reads a table and its columns. */
export const usesOf = action('read', [text], uses.usesOf);
/** Tables that can still be brought back. */
export const deletedTables = action('read', [], tables.deletedTables);
export const deleteTable = action('edit', [text], tables.deleteTable);
export const restoreTable = action('edit', [text], tables.restoreTable);

/** What can be asked of the study's tables, those of the named one first. */
export const networkOffers = action('read', [text.optional()], suggested.networkOffers);
/** Makes a network of the chosen offer, or of what the tables suggest. */
export const suggestNetwork = action(
  'edit',
  [z.custom<object>((given) => typeof given === 'object' && given !== null).optional()],
  suggested.createSuggestedNetwork,
);
/** The last names the network it is made from: those who see that one see the new one. */
export const createNetwork = action('edit', [text, trail, text.optional()], networks.createNetwork);
export const saveTrail = action('edit', [text, whole, trail, trail.optional()], networks.saveTrail);
/** What is stored now, where others save too. */
export const networkNow = action('read', [text], networks.networkNow);
export const figureNow = action('read', [text], figures.openFigure);
/** Versions that a trail has had, and one of them. */
export const networkVersions = action('read', [text, whole.optional()], trails.networkVersions);
export const networkVersionOf = action('read', [text, whole], trails.networkVersionOf);
export const renameNetwork = action('edit', [text, text], networks.renameNetwork);
export const deleteNetwork = action('edit', [text], networks.deleteNetwork);
export const restoreNetwork = action('edit', [text], networks.restoreNetwork);

/** Pages with maps of networks. */
export const makeFigure = action('edit', [text], figures.makeFigure);
export const createFigure = action('edit', [figure, text.optional(), text.optional()], (study, settings, name, like) =>
  figures.createFigure(study, settings, name, like === undefined ? undefined : { kind: 'figure', id: like }),
);
export const saveFigure = action('edit', [text, whole, figure, figure.optional()], figures.saveFigure);
export const renameFigure = action('edit', [text, text], figures.renameFigure);
export const deleteFigure = action('edit', [text], figures.deleteFigure);
export const restoreFigure = action('edit', [text], figures.restoreFigure);

export const createShortlist = action('edit', [text, text, shortlists.membersSchema], (study, name, folder, nodes) =>
  shortlists.createShortlist(study, { name, folder, nodes }),
);
export const changeShortlist = action(
  'edit',
  [text, whole, shortlists.shortlistChangeSchema],
  shortlists.changeShortlist,
);
export const listShortlists = action('read', [], shortlists.listShortlists);
export const deleteShortlist = action('edit', [text], shortlists.deleteShortlist);
export const restoreShortlist = action('edit', [text], shortlists.restoreShortlist);

/** Looks and palettes that are kept in the study. */
export const listKept = action('read', [], kept.listKept);
export const createKept = action('edit', [kept.kindSchema, text, z.unknown()], kept.createKept);
export const changeKept = action('edit', [text, whole, kept.keptChangeSchema], kept.changeKept);
export const deleteKept = action('edit', [text], kept.deleteKept);
export const restoreKept = action('edit', [text], kept.restoreKept);

/** A list of names over columns that hold the same kind of thing. */
export const createNames = action('edit', [text, z.array(columnRefSchema)], names.createNames);
export const openNames = action('read', [], names.openNames);
export const changeNames = action('edit', [text, whole, names.namesEditSchema, author], names.changeNames);
export const stepNames = action('edit', [text, way, author], names.stepNames);
export const namesVersions = action('read', [text], namesVersionsOf.namesVersions);
export const namesThen = action('read', [text, whole], namesVersionsOf.namesThen);
export const bringBackNames = action('edit', [text, whole, author], namesVersionsOf.bringBackNames);
export const namesHistory = action('read', [text, author], names.namesHistory);
export const renameNames = action('edit', [text, text], names.renameNames);
export const deleteNames = action('edit', [text], names.deleteNames);
export const restoreNames = action('edit', [text], names.restoreNames);

/** Who has a part in a study, and what part. */
const role = z.enum(['owner', 'editor', 'reader']);
const person = z.uuid();
export const listHappened = action('read', [], log.listHappened);
export const listMembers = action('read', [], members.listMembers);
export const addMember = action('own', [text, role], members.addMember);
export const changeRole = action('own', [person, role], members.changeRole);
export const removeMember = action('own', [person], members.removeMember);
export const leaveStudy = action('read', [], members.leaveStudy);

/** Teams of a study, who sees what in it, and where it is filed. */
const several = z.array(person).max(10_000);
export const listTeams = action('read', [], teams.listTeams);
export const makeTeam = action('own', [text, several], teams.makeTeam);
export const changeTeam = action('own', [person, teams.teamChangeSchema], teams.changeTeam);
export const deleteTeam = action('own', [person], teams.deleteTeam);
export const restoreTeam = action('own', [person], teams.restoreTeam);
export const whoSees = action('read', [], filing.whoSees);
export const fileThings = action('edit', [filing.refsSchema, filing.filingSchema], filing.fileThings);
export const renameFolder = action(
  'edit',
  [z.enum(['network', 'figure', 'shortlist', 'look', 'palette', 'sift', 'outlines']), text, text],
  filing.renameFolder,
);

/** Links for outsiders. */
export const listLinks = action('read', [], guests.listLinks);
export const endLink = action('edit', [z.uuid()], guests.endLink);

/** The door. */
const password = z.string().max(1000);
export const signIn = houseAction('anybody', [text, password], door.signIn);
export const signOut = houseAction('anybody', [], door.signOut);
export const signOutEverywhere = houseAction('person', [], door.signOutEverywhere);
export const changePassword = houseAction('person', [password, password], door.changePassword);
export const openLink = houseAction('anybody', [text], links.openLink);
export const setByLink = houseAction(
  'anybody',
  [text, z.object({ name: text, email: text, password })],
  links.setByLink,
);
/** Where nobody needs to sign in: who there is to be looked as, and looking as one of them. */
export const others = houseAction('anybody', [], door.others);
export const lookAs = houseAction('anybody', [person], door.lookAs);

/** The people of this server, for administrators. */
export const listPeople = houseAction('administrator', [], people.listPeople);
export const invite = houseAction('administrator', [text, text, z.boolean()], people.invite);
export const resetLink = houseAction('administrator', [person], people.resetLink);
export const endSessions = houseAction('administrator', [person], people.endSessions);
export const setActive = houseAction('administrator', [person, z.boolean()], people.setActive);
export const setAdministrator = houseAction('administrator', [person, z.boolean()], people.setAdministrator);
export const storage = houseAction('administrator', [], people.storage);
/** Who takes runs, what results take up, and how long they stay. */
export const workSummary = houseAction('administrator', [], async () => ({
  ...(await runs.workSummary()),
  results: await results.resultsKept(),
  limits: await results.resultLimits(),
}));
export const setResultLimits = houseAction('administrator', [results.limitsSchema], results.setResultLimits);
export const listHouseTeams = houseAction('administrator', [], teams.listHouseTeams);
export const makeHouseTeam = houseAction('administrator', [text, several], teams.makeHouseTeam);
export const changeHouseTeam = houseAction('administrator', [person, teams.teamChangeSchema], teams.changeHouseTeam);
export const deleteHouseTeam = houseAction('administrator', [person], teams.deleteHouseTeam);
export const restoreHouseTeam = houseAction('administrator', [person], teams.restoreHouseTeam);

/** Feeds: messages that come in as records. */
export const tryFeed = action('edit', [feeds.trialSchema, text.optional()], feeds.tryFeed);
export const createFeed = action('edit', [feeds.feedSchema], feeds.createFeed);
export const changeFeed = action('edit', [text, feeds.feedChangeSchema], feeds.changeFeed);
export const startFeed = action('edit', [text], feeds.startFeed);
export const stopFeed = action('edit', [text], feeds.stopFeed);
export const deleteFeed = action('edit', [text], feeds.deleteFeed);
export const openFeedNetwork = action('edit', [text, z.boolean()], feeds.openFeedNetwork);
export const feedPast = action('read', [text], feeds.feedPast);

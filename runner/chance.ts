/** The command `chance`. */
import { type ChanceModel, againstChance, chanceKeys, chanceModels, mostDraws } from '@/core/chance';
import { type Breath, atOnce } from '@/core/split';
import { Fault, listed } from '@/core/fault';
import { networkOf } from './measure';
import { numberOption, parseWords } from './words';

/** The JSON text, and the file it is to go to, if one was named. */
export async function chanceCommand(
  words: readonly string[],
  breath: Breath = atOnce,
): Promise<{ text: string; file?: string }> {
  const options = parseWords(words, {
    flags: ['directed'],
    values: ['nodes', 'edges', 'id', 'source', 'target', 'model', 'draws', 'seed', 'figures', 'json'],
  });
  const model = options.value('model') ?? 'uniform';
  if (!(model in chanceModels)) {
    throw new Fault(`There is no model “${model}”. The models are ${listed(Object.keys(chanceModels), 10)}.`);
  }
  const draws = numberOption(options, 'draws', 100);
  if (!Number.isInteger(draws) || draws < 1 || draws > mostDraws) {
    throw new Fault(`--draws is a whole number from 1 to ${mostDraws}.`);
  }
  const figures = options.value('figures')?.split(',');
  const unknown = figures?.find((key) => !chanceKeys.includes(key));
  if (unknown !== undefined) {
    throw new Fault(`“${unknown}” cannot be held against chance. The figures are ${listed(chanceKeys, 100)}.`);
  }
  const said: string[] = [];
  const net = networkOf(options, said);
  const ask = { model: model as ChanceModel, draws, seed: numberOption(options, 'seed', 1), figures };
  const found = await againstChance(net, ask, breath);
  const rows = found.figures.map(({ key, observed, mean, sd, z, share, why }) => [
    key,
    { observed, mean, sd, z, share_at_or_beyond: share, ...(why === undefined ? {} : { undefined: why }) },
  ]);
  const result = {
    model,
    draws: found.draws,
    seed: found.seed,
    nodes: found.nodes,
    ties: found.ties,
    ...(found.switches ? { switches: found.switches } : {}),
    figures: Object.fromEntries(rows) as Record<string, unknown>,
    ...(said.length ? { notes: said } : {}),
  };
  return { text: JSON.stringify(result) + '\n', file: options.value('json') };
}

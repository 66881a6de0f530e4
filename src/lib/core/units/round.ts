/** Numbers for reports: so many places, without the noise behind them. */
export const round = (value: number, places = 3) => Number(value.toFixed(places));

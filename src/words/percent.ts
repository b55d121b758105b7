/** A probability in whole percent; what is nearly sure, or nearly not, is not called either. */
export const percent = (probability: number): string =>
  probability > 0.995 ? "more than 99 %" : probability < 0.005 ? "less than 1 %" : `${Math.round(probability * 100)} %`;

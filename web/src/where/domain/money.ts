/** An amount in hundredths, as people write it. */
export const money = (hundredths: number, currency: string) =>
  currency === ''
    ? ''
    : new Intl.NumberFormat('en', { style: 'currency', currency }).format(hundredths / 100);

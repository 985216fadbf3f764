export { priceOf, priceOfKind } from './prices';
export { betaQuantile, isCounted, type Rate, rateOf, ratesOf } from './reliability';
export { shoppingCsv, shoppingList, type Wanted } from './shopping';
export { classNeeds, costOf, kindNeeds, type Means, priceOfCopies, type Stock, stockOf } from './stock';

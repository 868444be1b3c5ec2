export { differenceSentence, goodnessSentence, optimumSentence, parameterSentence, readingSentence, type DifferenceFacts, type ParameterFacts } from './sentences'; // prettier-ignore

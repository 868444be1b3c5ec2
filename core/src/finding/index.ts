export { differenceSentence, goodnessSentence, parameterSentence, readingSentence, type DifferenceFacts, type ParameterFacts } from './sentences'; // prettier-ignore

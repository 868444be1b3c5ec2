export { differenceSentence, parameterSentence, type DifferenceFacts, type ParameterFacts } from './sentences';

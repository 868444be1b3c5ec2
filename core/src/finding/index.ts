export {
  crossingSentence,
  differenceSentence,
  goodnessSentence,
  optimumSentence,
  parameterSentence,
  rankingSentence,
  readingSentence,
  SLOPE,
  type DifferenceFacts,
  type ParameterFacts,
} from './sentences';

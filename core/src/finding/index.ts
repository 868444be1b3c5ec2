export {
  crossingSentence,
  differenceSentence,
  goodnessSentence,
  groupSentence,
  optimumSentence,
  parameterSentence,
  rankingSentence,
  readingSentence,
  SLOPE,
  type DifferenceFacts,
  type ParameterFacts,
} from './sentences';

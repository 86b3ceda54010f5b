export {
  type AnswerOf,
  type Asking,
  bodyOf,
  type HandlerInput,
  hrefOf,
  type ParamsOf,
  type QueryOf,
  type Route,
  type RouteMethod,
  route,
} from './route';
export { openApiOf, type OpenApi } from './openApi';

/** The API's description, generated from the schemas the routes check with. */
import {
  OpenAPIRegistry,
  OpenApiGeneratorV31,
  extendZodWithOpenApi
} from '@asteasolutions/zod-to-openapi'
import { z } from 'zod'
import { problemSchema } from '@core/api/api'
import { ROUTES } from './apiRoutes'

extendZodWithOpenApi(z)

const json = (schema: z.ZodType) => ({ 'application/json': { schema } })
const pixels = {
  'application/octet-stream': { schema: { type: 'string' as const, format: 'binary' } }
}
const jpeg = { 'image/jpeg': { schema: { type: 'string' as const, format: 'binary' } } }

export function buildOpenApi() {
  const registry = new OpenAPIRegistry()
  for (const [
    method,
    path,
    summary,
    { params, query, body, returns, status = 200, binary }
  ] of ROUTES)
    registry.registerPath({
      method,
      path,
      summary,
      request: {
        ...(params && { params }),
        ...(query && { query }),
        ...(body && { body: { content: json(body) } }),
        ...(binary && method === 'put' && { body: { content: jpeg } }),
        ...(binary && method === 'post' && { body: { content: pixels } })
      },
      responses: {
        [status]: {
          description: summary,
          ...(returns
            ? { content: json(returns) }
            : binary && method !== 'put'
              ? { content: jpeg }
              : {})
        },
        default: {
          description: 'A problem',
          content: { 'application/problem+json': { schema: problemSchema } }
        }
      }
    })
  return new OpenApiGeneratorV31(registry.definitions).generateDocument({
    openapi: '3.1.0',
    info: {
      title: 'Fine Spark',
      version: '1',
      description: 'Plans, kit and frames of close-up strobe shoots.'
    }
  })
}

import { openApiDocument } from '../services/openapi'
import { api } from '../utils/api'

export default api(() => openApiDocument())

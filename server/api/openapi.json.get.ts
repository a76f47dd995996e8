import { openApiDocument } from '../services/service/openapi'
import { api } from '../utils/api'

export default api(() => openApiDocument())

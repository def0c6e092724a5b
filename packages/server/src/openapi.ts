export const openApiDocument = (): object => ({ openapi: '3.1.0' });

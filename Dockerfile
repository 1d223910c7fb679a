# syntax=docker/dockerfile:1
FROM node:20-bookworm-slim AS build
RUN apt-get update && apt-get install -y --no-install-recommends python3 make g++ && rm -rf /var/lib/apt/lists/*
WORKDIR /app
COPY package.json package-lock.json ./
COPY core/package.json core/
COPY carriers/package.json carriers/
COPY mailbox/package.json mailbox/
COPY server/package.json server/
COPY web/package.json web/
COPY demo/package.json demo/
COPY client/package.json client/
COPY storefront/package.json storefront/
COPY parts/package.json parts/
COPY cli/package.json cli/
COPY e2e/package.json e2e/
RUN npm install --global npm@11 && npm ci
COPY . .
RUN npm run build && npm prune --omit=dev

FROM node:20-bookworm-slim
ENV NODE_ENV=production OSTRAKON_DATA=/data HOST=0.0.0.0
WORKDIR /app
COPY --from=build --chown=root:root /app /app
RUN useradd --system --home /data ostrakon && install -d -o ostrakon -g ostrakon -m 0700 /data
USER ostrakon
VOLUME /data
EXPOSE 4310
HEALTHCHECK --interval=30s CMD ["node", "-e", "fetch('http://127.0.0.1:4310/readyz').then(({ok})=>process.exit(ok?0:1),()=>process.exit(1))"]
CMD ["node", "server/dist/main.js"]

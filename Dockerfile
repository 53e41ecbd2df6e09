# Rain Bed with its demo show: docker build -t rain-bed . && docker run -p 4870:4870 -v "$PWD/music:/music:ro" rain-bed --shelf /music
FROM node:20-slim AS built
WORKDIR /rain-bed
COPY package.json package-lock.json ./
RUN npm ci --no-audit --no-fund
COPY . .
RUN node scripts/build.mjs && npm prune --omit=dev

FROM node:20-slim
WORKDIR /rain-bed
ENV NODE_ENV=production PORT=4870
COPY --from=built --chown=node /rain-bed /rain-bed
USER node
EXPOSE 4870
HEALTHCHECK CMD node -e "fetch('http://127.0.0.1:'+process.env.PORT+'/health').then((a)=>process.exit(a.ok?0:1),()=>process.exit(1))"
ENTRYPOINT ["node", "--import", "tsx", "server/main.ts", "dist", ".cache/demo", "--host", "0.0.0.0"]

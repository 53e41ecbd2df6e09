# Rain Bed with its demo show: docker build -t rain-bed . && docker run -p 4870:4870 -v "$PWD/music:/music:ro" rain-bed --shelf /music
FROM node:20-slim AS built
WORKDIR /rain-bed
# By the project's own script, which leaves a note for the build below: nothing is installed twice, and again only when the lock file changes.
COPY package.json package-lock.json ./
COPY scripts/ground.mjs scripts/names.mjs scripts/
RUN node -e "import('./scripts/ground.mjs').then((ground) => ground.ensurePackages())"
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

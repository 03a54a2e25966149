# The interface is built apart, so that neither Node nor its libraries are in the image that runs.
FROM node:22-bookworm-slim AS interface
WORKDIR /build
COPY bin/lib bin/lib
COPY package.json package-lock.json vite.config.ts tsconfig.json ./
COPY resources resources
RUN bin/lib/install.sh interface

FROM debian:bookworm-slim
WORKDIR /app
COPY bin/lib bin/lib
RUN bin/lib/install.sh packages && useradd --system --home-dir /app marsh
COPY . .
RUN bin/lib/install.sh libraries && mkdir -p /data/storage && ln -sf /data/.env .env && chown -R marsh:marsh /data bootstrap/cache storage
COPY --from=interface /build/public/build public/build
USER marsh
# Database, pictures and the key are in the volume; the image holds nothing of anybody.
ENV DB_DATABASE=/data/database.sqlite LARAVEL_STORAGE_PATH=/data/storage
VOLUME /data
EXPOSE 8000
HEALTHCHECK --interval=30s --timeout=5s --start-period=60s CMD curl -sf http://127.0.0.1:8000/api/session >/dev/null
CMD ["bin/start", "--lan", "--port", "8000"]

#!/usr/bin/env bash
# What an image is built of, step by step: bin/lib/install.sh packages|libraries|interface
source "$(dirname "$0")/common.sh"
case ${1:-} in
    packages)
        apt-get update -qq
        DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends php8.2-cli composer curl ca-certificates unzip "${PHP_PACKAGES[@]}"
        rm -rf /var/lib/apt/lists/*
        ;;
    libraries) need_engine; php_libraries --no-dev ;;
    interface) need_node_engine; modules --omit=dev --ignore-scripts; build ;;
    *) say "Usage: bin/lib/install.sh packages|libraries|interface" >&2; exit 2 ;;
esac

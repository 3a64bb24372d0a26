#!/usr/bin/env bash
# Serves the real application with fresh demo data in a database of its own.
set -euo pipefail
cd "$(dirname "$0")/.."
url=$(scripts/postgres.sh start)
name=proxenos_e2e_$1
psql -qX "$url" -c "drop database if exists $name with (force)" -c "create database $name"
base=${url%%\?*}
query=${url#"$base"}
mkdir -p .run
DATABASE_URL="${base%/*}/$name$query" exec bin/proxenos serve --demo --listen "127.0.0.1:$1" 2>.run/e2e.log

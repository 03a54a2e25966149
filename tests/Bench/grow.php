<?php

declare(strict_types=1);

// Writes a database with very many paints, every one tested once or twice, out of what the demo measured. bin/grow starts it.

[$file, $many] = [$argv[1] ?? '', (int) ($argv[2] ?? 20_000)];
$root = dirname(__DIR__, 2);
$demo = getenv('DB_DATABASE') ?: "$root/database/database.sqlite";
if ($file === '' || $many < 60 || ! is_file($demo)) {
    fwrite(STDERR, "Usage: bin/grow FILE [PAINTS, 60 or more]; it needs the demo's database, which bin/start makes.\n");
    exit(2);
}
const CODES = 400;
const MAKERS = 40;
const ROWS = 6;

copy($demo, $file);
$db = new PDO("sqlite:$file", options: [PDO::ATTR_ERRMODE => PDO::ERRMODE_EXCEPTION, PDO::ATTR_DEFAULT_FETCH_MODE => PDO::FETCH_ASSOC]);
$db->exec('pragma journal_mode = off; pragma synchronous = off; pragma foreign_keys = off');
mt_srand(18);
$templates = [];
foreach ($db->query("select r.*, r.measurement_id || '-' || r.row as of from ratings r join cards c on c.id = (select card_id from measurements where id = r.measurement_id) where r.holds and r.status = 'measured' and c.kind = 'property' order by r.id") as $row) {
    $templates[$row['of']]['ratings'][] = $row;
}
foreach ($db->query("select s.*, s.measurement_id || '-' || p.row as of from strips s join specimens p on p.id = s.specimen_id where s.kind = 'property'") as $row) {
    $templates[$row['of']]['strip'] = $row;
}
$templates = array_values(array_filter($templates, static fn (array $t): bool => isset($t['strip']) && count($t['ratings'] ?? []) >= 6));
$owners = $db->query('select id from users order by id')->fetchAll(PDO::FETCH_COLUMN);
$paper = $db->query('select id from papers order by id limit 1')->fetchColumn();
$id = static fn (string $table): int => (int) $db->query("select coalesce(max(id), 0) from $table")->fetchColumn();
$uuid = static fn (int $n): string => sprintf('67726f77-%04x-4000-8000-%012x', $n >> 32, $n);
$insert = static function (string $table, array $row) use ($db): void {
    static $kept = [];
    $kept[$table] ??= $db->prepare("insert into $table (".implode(', ', array_keys($row)).') values ('.implode(', ', array_fill(0, count($row), '?')).')');
    $kept[$table]->execute(array_values($row));
};
$now = '2026-06-01 10:00:00';
$from = array_combine($tables = ['makers', 'paints', 'pans', 'cards', 'specimens', 'pictures', 'measurements'], array_map($id, $tables));
$db->beginTransaction();
for ($m = 1; $m <= MAKERS; $m++) {
    $insert('makers', ['id' => $from['makers'] + $m, 'uuid' => $uuid(1_000_000_000 + $m), 'owner_id' => $owners[0], 'created_at' => $now, 'updated_at' => $now, 'name' => "Reach $m", 'name_key' => "reach $m"]);
}
$card = $measurement = 0;
$specimen = $from['specimens'];
// Each paint is tested by one tester, two of five by another one too.
$test = static function (int $paint, int $owner) use ($insert, $uuid, $now, $from, $templates, $paper, &$card, &$specimen): void {
    static $rows = [];
    [$at, $row] = $rows[$owner] ?? [0, ROWS];
    if ($row === ROWS) {
        $at = ++$card;
        $row = 0;
        $insert('cards', ['id' => $from['cards'] + $at, 'uuid' => $uuid(2_000_000_000 + $at), 'owner_id' => $owner, 'created_at' => $now, 'updated_at' => $now, 'kind' => 'property', 'title' => "Card $at", 'paper_id' => $paper, 'paper_side' => 'felt side', 'layout' => '{}', 'published_at' => $now]);
        $insert('pictures', ['id' => $from['pictures'] + $at, 'uuid' => $uuid(3_000_000_000 + $at), 'owner_id' => $owner, 'card_id' => $from['cards'] + $at, 'moment' => 'once', 'source' => 'upload', 'wet' => 0, 'created_at' => $now]);
        $insert('measurements', ['id' => $from['measurements'] + $at, 'uuid' => $uuid(4_000_000_000 + $at), 'card_id' => $from['cards'] + $at, 'picture_id' => $from['pictures'] + $at, 'state' => 'done', 'published' => 1, 'created_at' => $now]);
    }
    $row++;
    $rows[$owner] = [$at, $row];
    $specimen++;
    $insert('specimens', ['id' => $specimen, 'uuid' => $uuid(5_000_000_000 + $specimen), 'card_id' => $from['cards'] + $at, 'pan_id' => $from['pans'] + $paint, 'row' => $row]);
    $template = $templates[$paint * 7 % count($templates)];
    foreach ($template['ratings'] as $rating) {
        $value = $rating['value'] === null ? null : (float) $rating['value'] * (1 + 0.1 * (mt_rand() / mt_getrandmax() - 0.5));
        $insert('ratings', ['measurement_id' => $from['measurements'] + $at, 'specimen_id' => $specimen, 'paint_id' => $from['paints'] + $paint, 'row' => $row, 'property' => $rating['property'], 'scale' => $rating['scale'], 'rules' => $rating['rules'], 'status' => 'measured', 'value' => $value, 'uncertainty' => $rating['uncertainty'], 'class' => $rating['class'], 'detail' => $rating['detail'], 'holds' => 1]);
    }
    $strip = $template['strip'];
    $insert('strips', ['measurement_id' => $from['measurements'] + $at, 'specimen_id' => $specimen, 'paint_id' => $from['paints'] + $paint, 'kind' => 'property', 'data' => $strip['data'], 'l' => $strip['l'], 'a' => (float) $strip['a'] + mt_rand(-200, 200) / 10, 'b' => (float) $strip['b'] + mt_rand(-200, 200) / 10]);
};
for ($p = 1; $p <= $many; $p++) {
    $code = 'PX'.(1 + $p % CODES);
    $insert('paints', ['id' => $from['paints'] + $p, 'uuid' => $uuid(6_000_000_000 + $p), 'owner_id' => $owners[0], 'created_at' => $now, 'updated_at' => $now, 'maker_id' => $from['makers'] + 1 + intdiv($p, CODES) % MAKERS, 'range' => 'Field', 'colour_name' => "Shade $p", 'colour_name_key' => "shade $p", 'pigments_written' => $code, 'pigments' => $code, 'pigments_stated' => 1]);
    $insert('paint_codes', ['paint_id' => $from['paints'] + $p, 'position' => 1, 'code' => $code, 'state' => 'not-in-catalogue']);
    $insert('pans', ['id' => $from['pans'] + $p, 'uuid' => $uuid(7_000_000_000 + $p), 'owner_id' => $owners[0], 'created_at' => $now, 'updated_at' => $now, 'paint_id' => $from['paints'] + $p, 'form' => 'pan', 'state' => 'in use']);
    $test($p, (int) $owners[0]);
    if ($p % 5 < 2) {
        $test($p, (int) $owners[1]);
    }
}
// One code has sixty paints, as a code's page is measured with.
$db->exec("update paint_codes set code = 'PX60' where paint_id between {$from['paints']} + 1 and {$from['paints']} + 10");
$db->commit();
$db->exec('analyze');
printf("%d paints of %d codes, %d readings in %s.\n", $many, CODES, $db->query('select count(*) from ratings')->fetchColumn(), $file);

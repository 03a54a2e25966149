<!doctype html>
<html lang="en">
<head>
    <meta charset="utf-8">
    <meta name="viewport" content="width=device-width, initial-scale=1">
    <title>Marsh Trial</title>
    @isset($told)
    <meta property="og:title" content="{{ $told['title'] }}">
    <meta property="og:description" content="{{ $told['words'] }}">
    <meta property="og:image" content="{{ $told['picture'] }}">
    <meta property="og:image:width" content="{{ \App\Queries\Postcard::WIDTH }}">
    <meta property="og:image:height" content="{{ \App\Queries\Postcard::HEIGHT }}">
    <meta name="description" content="{{ $told['words'] }}">
    @endisset
    <link rel="alternate" type="application/atom+xml" href="/feed.atom" title="New records">
    <link rel="icon" href="/icon.svg" type="image/svg+xml">
    @vite('resources/js/main.tsx')
</head>
<body>
    <div id="app"></div>
    <noscript>Marsh Trial needs JavaScript to show paint. Published records are also kept as JSON under /api/records.</noscript>
</body>
</html>

<?php

declare(strict_types=1);

// Files leave by this program's own routes only, which know who may see them.
return ['disks' => ['local' => ['driver' => 'local', 'root' => storage_path('app'), 'serve' => false, 'throw' => true]]];

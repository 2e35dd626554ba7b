<?php

declare(strict_types=1);

namespace Morphea\App\Platform\Jobs;

/** A message whose work waits for a mail server, which may be away for a while. */
interface NeedsMailServer
{
}

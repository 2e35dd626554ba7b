<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Media;

/** A clip or sound that cannot be used; the message says why and what to do, without its name: “… lasts 4 h; …”. */
final class MediaException extends \RuntimeException
{
}

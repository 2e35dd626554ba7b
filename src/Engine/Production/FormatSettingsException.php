<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

/** What was said of a format cannot be. */
final class FormatSettingsException extends \RuntimeException
{
    /**
     * @param string $key   of the setting, as FormatSettings::toArray names it
     * @param string $value that was said
     * @param string $do    what to say instead, as a sentence in the imperative
     */
    public function __construct(public readonly string $key, public readonly string $value, public readonly string $do)
    {
        parent::__construct(\sprintf('“%s” cannot be used: %s', mb_strimwidth($value, 0, 40, '…', 'UTF-8'), lcfirst($do)));
    }
}

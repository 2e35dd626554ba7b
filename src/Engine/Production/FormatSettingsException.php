<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production;

use Morphea\Core\Message;
use Morphea\Core\MessageException;

/** An invalid setting of a format. */
final class FormatSettingsException extends \RuntimeException implements MessageException
{
    /**
     * @param string  $key   of the setting, as FormatSettings::toArray names it
     * @param string  $value that was said
     * @param Message $do    what to say instead
     */
    public function __construct(public readonly string $key, public readonly string $value, public readonly Message $do)
    {
        parent::__construct($this->says()->stored());
    }

    public function says(): Message
    {
        return new Message('press.setting.refused', ['value' => mb_strimwidth($this->value, 0, 40, '…', 'UTF-8'), 'do' => $this->do]);
    }
}

<?php

declare(strict_types=1);

namespace Morphea\App\Engine\Production\Format;

use Morphea\App\Engine\Production\FormatSettings;
use Morphea\App\Engine\Production\SettingsInput;

/** Settings of mockups. */
readonly class ProductSettings extends FormatSettings
{
    /** On which a piece is shown, as Core\Output\Mockups\Product has it. */
    public string $product;

    public function __construct(SettingsInput $said = new SettingsInput([]))
    {
        parent::__construct($said);
        $this->product = $said->text('product');
    }

    public function toArray(): array
    {
        return parent::toArray() + [
            'product' => $this->product,
        ];
    }
}

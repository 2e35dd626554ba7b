<?php

declare(strict_types=1);

namespace Morphea\Core\Checks;

use Morphea\Core\Design\Model\TextLayer;
use Morphea\Core\Message;

/** Finds the sample words of a new text that nobody replaced: every piece would be made with them. */
final readonly class SampleCheck implements Check
{
    public function warnings(Inspected $piece): iterable
    {
        foreach ($piece->laid->texts() as $text) {
            if (!$text->placeholder && TextLayer::SAMPLE === trim($text->text)) {
                yield new Warning(
                    WarningKind::Sample,
                    Severity::LookAtIt,
                    $text->layer,
                    $text->name,
                    new Message('warnings.sample', ['text' => TextLayer::SAMPLE]),
                    $piece->box($text->layer),
                    remedies: [Remedy::OtherWords, Remedy::OtherColumn],
                );
            }
        }
    }
}

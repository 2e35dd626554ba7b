<?php

declare(strict_types=1);

namespace Morphea\Core\Template\Edit;

use Morphea\Core\Pattern\Argument;
use Morphea\Core\Pattern\Pattern;
use Morphea\Core\Template\Template;
use Morphea\Core\Template\TemplateError;
use Morphea\Core\Template\TextLayer;

/**
 * Links a column to a text. Plain words give way to the column. A column the table has not is taken over, with the way it was shown (as
 * a number, in a plural …); so is the only column of a text. To a text with several columns the new one is added at the end.
 */
final readonly class LinkColumn implements Edit
{
    /** @param list<string> $known keys of the table's columns */
    public function __construct(private string $layer, private string $key, private array $known)
    {
    }

    public function apply(Template $template): Template
    {
        $layer = $template->layer($this->layer);
        if (!$layer instanceof TextLayer) {
            throw new TemplateError($layer->name, 'is no text; columns can be linked to texts');
        }

        return (new SetLayer($this->layer, ['pattern' => $this->linked($layer->pattern)]))->apply($template);
    }

    public function says(Template $before): string
    {
        return \sprintf('%s: linked to %s', $before->layer($this->layer)->name, $this->key);
    }

    private function linked(Pattern $pattern): string
    {
        $columns = $pattern->columns();
        if (\in_array($this->key, $columns, true)) {
            return $pattern->source;
        }
        if ([] === $columns) {
            return Pattern::column($this->key);
        }
        $replaced = $pattern->unknownColumns($this->known)[0] ?? (1 === \count($columns) ? $columns[0] : null);
        if (null !== $replaced) {
            return implode('', array_map(fn ($part): string => $part instanceof Argument
                ? (string) preg_replace('/\{\s*'.preg_quote($replaced, '/').'\s*(?=[,}])/u', '{'.$this->key, $part->source)
                : Pattern::quote($part->text), $pattern->parts));
        }

        return $pattern->source.' '.Pattern::column($this->key);
    }
}

<?php

declare(strict_types=1);

namespace Morphea\Core\Design\Edits;

use Morphea\Core\Design\Model\Design;
use Morphea\Core\Design\Model\LayerKind;
use Morphea\Core\Design\Styles\Content;
use Morphea\Core\Design\Styles\ContentPart;
use Morphea\Core\Message;
use Morphea\Core\Table\Patterns\Argument;
use Morphea\Core\Table\Patterns\Literal;
use Morphea\Core\Table\Patterns\Pattern;

/**
 * Links a column to a text, picture or code. A picture then shows the one the column names. Plain text is replaced by
 * the column, and so is a column missing from the table, keeping its display style, or the only column of a text. In a
 * text with several columns the new one is added at the end.
 */
final readonly class LinkColumn implements Edit
{
    /** @param list<string> $known keys of the table's columns */
    public function __construct(private string $layer, private string $key, private array $known)
    {
    }

    public function apply(Design $design): Design
    {
        $layer = $design->layer($this->layer);
        $content = $layer->content();
        $new =
            null === $content || LayerKind::Picture === $layer->kind()
                ? Content::plain(Pattern::parse(Pattern::column($this->key)))
                : $this->linked($content, $design->locale);

        return (new SetContent($this->layer, $new))->apply($design);
    }

    public function says(Design $before): Message
    {
        return new Message('design.did.linked', ['layer' => $before->layer($this->layer)->name, 'column' => $this->key]);
    }

    private function linked(Content $content, string $locale): Content
    {
        $columns = $content->pattern->columns();
        if (\in_array($this->key, $columns, true)) {
            return $content;
        }
        if ([] === $columns) {
            return new Content([new ContentPart(Pattern::parse(Pattern::column($this->key)), $content->parts[0]->mark)]);
        }
        $replaced = $content->pattern->unknownColumns($this->known)[0] ?? (1 === \count($columns) ? $columns[0] : null);
        if (null !== $replaced) {
            $replace = fn (Literal|Argument $part): string => $part instanceof Argument
                ? (string) preg_replace(
                    '/\{\s*' . preg_quote($replaced, '/') . '\s*(?=[,}])/u',
                    '{' . $this->key,
                    $part->source,
                )
                : Pattern::quote($part->text);

            return $content->map(
                static fn (Pattern $pattern): string => implode('', array_map($replace, $pattern->parts)),
                $locale,
            );
        }
        $last = \count($content->parts) - 1;

        return new Content([
            ...\array_slice($content->parts, 0, -1),
            new ContentPart(
                Pattern::parse($content->parts[$last]->pattern->source . ' ' . Pattern::column($this->key), $locale),
                $content->parts[$last]->mark,
            ),
        ]);
    }
}

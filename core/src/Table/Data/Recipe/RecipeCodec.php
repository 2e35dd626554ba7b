<?php

declare(strict_types=1);

namespace Morphea\Core\Table\Data\Recipe;

use Morphea\Core\Message;
use Morphea\Core\Table\Data\TableException;

/** Reads recipes from a form or the database. Everything is checked; errors say what is wrong. */
final readonly class RecipeCodec
{
    /** All recipes in the order they are offered. To add one, write a class and add a line here. */
    private const RECIPES = [
        Join::class,
        MapValues::class,
        Series::class,
        FindReplace::class,
        ChangeCase::class,
        Split::class,
        DatePart::class,
        DaysBetween::class,
        FirstFilled::class,
        WhenThen::class,
        PictureName::class,
        Deal::class,
        VerificationCodes::class,
    ];

    /** @throws TableException */
    public static function read(mixed $data, string $locale): Recipe
    {
        if (!\is_array($data)) {
            throw new TableException(new Message('recipes.broken'));
        }
        foreach (self::RECIPES as $class) {
            if (RecipeForm::of($class)->sentence->name === ($data['recipe'] ?? null)) {
                return RecipeForm::of($class)->read($data, $locale);
            }
        }
        throw new TableException(new Message('recipes.unknown'));
    }

    /** @return array<string, mixed> a recipe as an editor shows it: its patterns as words and columns */
    public static function forEditor(Recipe $recipe): array
    {
        return RecipeForm::of($recipe::class)->shown($recipe);
    }

    /** @return array<string, array<string, mixed>> what an editor has to know of each, by the name in files */
    public static function forms(): array
    {
        $forms = [];
        foreach (self::RECIPES as $class) {
            $forms[RecipeForm::of($class)->sentence->name] = RecipeForm::of($class)->toArray();
        }

        return $forms;
    }
}

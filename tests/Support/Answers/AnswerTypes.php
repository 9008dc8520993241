<?php

declare(strict_types=1);

namespace Tests\Support\Answers;

use BackedEnum;
use LogicException;
use PHPStan\PhpDocParser\Ast\PhpDoc\PhpDocNode;
use PHPStan\PhpDocParser\Ast\PhpDoc\TypeAliasImportTagValueNode;
use PHPStan\PhpDocParser\Ast\PhpDoc\TypeAliasTagValueNode;
use PHPStan\PhpDocParser\Ast\Type\TypeNode;
use PHPStan\PhpDocParser\Lexer\Lexer;
use PHPStan\PhpDocParser\Parser\ConstExprParser;
use PHPStan\PhpDocParser\Parser\PhpDocParser;
use PHPStan\PhpDocParser\Parser\TokenIterator;
use PHPStan\PhpDocParser\Parser\TypeParser;
use PHPStan\PhpDocParser\ParserConfig;
use ReflectionClass;

/** The types that classes describe with @phpstan-type and import from each other. */
final class AnswerTypes
{
    /** @var array<class-string, array<string, array{class-string, TypeNode}>> class to the name of a type to where it is described, and what it is */
    private array $known = [];

    /**
     * @param  class-string  $class
     * @return array{class-string, TypeNode} the class that describes it, and what it is
     */
    public function find(string $class, string $name): array
    {
        return $this->of($class)[$name] ?? throw new LogicException("{$class} describes no type {$name}.");
    }

    /** @param  class-string  $class */
    public function has(string $class, string $name): bool
    {
        return isset($this->of($class)[$name]);
    }

    /**
     * A class by its short name, as a file imports it.
     *
     * @param  class-string  $class
     * @return class-string
     */
    public function resolve(string $class, string $name): string
    {
        $reflection = new ReflectionClass($class);
        $code = (string) file_get_contents((string) $reflection->getFileName());
        preg_match('~^use ([\w\\\\]+\\\\' . preg_quote(ltrim($name, '\\'), '~') . ');~m', $code, $found);
        $full = $found[1] ?? "{$reflection->getNamespaceName()}\\{$name}";

        return class_exists($full) || interface_exists($full) || enum_exists($full)
            ? $full
            : throw new LogicException("{$class} knows no class {$name}.");
    }

    /**
     * @param  class-string  $class
     * @return list<string> values of an enum
     */
    public function values(string $class, string $enum): array
    {
        $full = $this->resolve($class, $enum);
        if (!is_subclass_of($full, BackedEnum::class)) {
            throw new LogicException("{$full} has no values.");
        }

        return array_map(static fn(BackedEnum $case): string => (string) $case->value, $full::cases());
    }

    /**
     * @param  class-string  $class
     * @return array<string, array{class-string, TypeNode}>
     */
    private function of(string $class): array
    {
        if (isset($this->known[$class])) {
            return $this->known[$class];
        }
        $types = [];
        foreach (self::doc($class)->getTags() as $tag) {
            if ($tag->value instanceof TypeAliasTagValueNode) {
                $types[$tag->value->alias] = [$class, $tag->value->type];
            } elseif ($tag->value instanceof TypeAliasImportTagValueNode) {
                $from = $this->resolve($class, $tag->value->importedFrom->name);
                $types[$tag->value->importedAs ?? $tag->value->importedAlias] = $this->find($from, $tag->value->importedAlias);
            }
        }

        return $this->known[$class] = $types;
    }

    /** @param  class-string  $class */
    private static function doc(string $class): PhpDocNode
    {
        $config = new ParserConfig([]);
        $expressions = new ConstExprParser($config);
        $parser = new PhpDocParser($config, new TypeParser($config, $expressions), $expressions);
        $comment = (new ReflectionClass($class))->getDocComment();

        return $parser->parse(new TokenIterator((new Lexer($config))->tokenize($comment === false ? '/** */' : $comment)));
    }
}

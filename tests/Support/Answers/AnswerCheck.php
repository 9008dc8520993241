<?php

declare(strict_types=1);

namespace Tests\Support\Answers;

use PHPStan\PhpDocParser\Ast\ConstExpr\ConstExprStringNode;
use PHPStan\PhpDocParser\Ast\Type\ArrayShapeNode;
use PHPStan\PhpDocParser\Ast\Type\ConstTypeNode;
use PHPStan\PhpDocParser\Ast\Type\GenericTypeNode;
use PHPStan\PhpDocParser\Ast\Type\IdentifierTypeNode;
use PHPStan\PhpDocParser\Ast\Type\NullableTypeNode;
use PHPStan\PhpDocParser\Ast\Type\TypeNode;
use PHPStan\PhpDocParser\Ast\Type\UnionTypeNode;

/** Holds real answers against the type that is said of them. */
final readonly class AnswerCheck
{
    public function __construct(private AnswerTypes $types) {}

    /**
     * @param  class-string  $class
     * @return ?string where an answer is not of its type; null if it is
     */
    public function fault(string $class, string $name, mixed $answer): ?string
    {
        [$from, $type] = $this->types->find($class, $name);

        return $this->at($from, $type, $answer, $name);
    }

    /** @param  class-string  $class */
    private function at(string $class, TypeNode $type, mixed $value, string $path): ?string
    {
        return match (true) {
            $type instanceof NullableTypeNode => $value === null ? null : $this->at($class, $type->type, $value, $path),
            $type instanceof UnionTypeNode => $this->ofUnion($class, $type, $value, $path),
            $type instanceof ConstTypeNode => $type->constExpr instanceof ConstExprStringNode && $type->constExpr->value === $value
                ? null
                : self::fails($path, (string) $type, $value),
            $type instanceof ArrayShapeNode => $this->ofShape($class, $type, $value, $path),
            $type instanceof GenericTypeNode => $this->ofGeneric($class, $type, $value, $path),
            $type instanceof IdentifierTypeNode => $this->ofName($class, $type->name, $value, $path),
            default => "{$path}: {$type} is no type of an answer",
        };
    }

    /** @param  class-string  $class */
    private function ofUnion(string $class, UnionTypeNode $type, mixed $value, string $path): ?string
    {
        foreach ($type->types as $one) {
            if ($this->at($class, $one, $value, $path) === null) {
                return null;
            }
        }

        return self::fails($path, (string) $type, $value);
    }

    /** @param  class-string  $class */
    private function ofShape(string $class, ArrayShapeNode $shape, mixed $value, string $path): ?string
    {
        if (!is_array($value)) {
            return self::fails($path, (string) $shape, $value);
        }
        $keys = [];
        foreach ($shape->items as $place => $item) {
            $key = $item->keyName === null ? $place : trim((string) $item->keyName, "'\"");
            $keys[$key] = true;
            if (!array_key_exists($key, $value)) {
                if (!$item->optional) {
                    return "{$path}: \"{$key}\" is missing";
                }
                continue;
            }
            $fault = $this->at($class, $item->valueType, $value[$key], "{$path}.{$key}");
            if ($fault !== null) {
                return $fault;
            }
        }
        $more = array_diff_key($value, $keys);
        if ($shape->sealed) {
            return $more === [] ? null : "{$path}: nothing is said of \"" . array_key_first($more) . '"';
        }
        foreach ($shape->unsealedType === null ? [] : $more as $key => $one) {
            $fault = $this->at($class, $shape->unsealedType->valueType, $one, "{$path}.{$key}");
            if ($fault !== null) {
                return $fault;
            }
        }

        return null;
    }

    /** @param  class-string  $class */
    private function ofGeneric(string $class, GenericTypeNode $type, mixed $value, string $path): ?string
    {
        $name = $type->type->name;
        if ($name === 'value-of') {
            return in_array($value, $this->types->values($class, (string) $type->genericTypes[0]), true)
                ? null
                : self::fails($path, (string) $type, $value);
        }
        if (!is_array($value) || (str_contains($name, 'list') && !array_is_list($value))) {
            return self::fails($path, (string) $type, $value);
        }
        $of = $type->genericTypes[count($type->genericTypes) - 1];
        foreach ($value as $key => $one) {
            $fault = $this->at($class, $of, $one, "{$path}.{$key}");
            if ($fault !== null) {
                return $fault;
            }
        }

        return null;
    }

    /** @param  class-string  $class */
    private function ofName(string $class, string $name, mixed $value, string $path): ?string
    {
        if ($this->types->has($class, $name)) {
            [$from, $type] = $this->types->find($class, $name);

            return $this->at($from, $type, $value, $path);
        }
        $is = match ($name) {
            'string' => is_string($value),
            'int' => is_int($value),
            'float' => is_int($value) || is_float($value),
            'bool' => is_bool($value),
            'null' => $value === null,
            'mixed' => true,
            default => false,
        };

        return $is ? null : self::fails($path, $name, $value);
    }

    private static function fails(string $path, string $type, mixed $value): string
    {
        return "{$path} is to be {$type}, and is " . mb_substr((string) json_encode($value), 0, 120);
    }
}

;; The inner loops of the mixer (adding.ts), four samples at a time. Compiled into adding.wasm.ts by `node scripts/wasm.mjs`.
;; Addresses are bytes; sound is 32-bit floats, interleaved where it has two channels; levels are one float a frame.
(module
  (memory (export "memory") 1)

  ;; Adds $count frames of stereo at $sound, times their levels, times $left and $right, to $into.
  (func (export "stereo")
    (param $sound i32) (param $levels i32) (param $count i32) (param $into i32) (param $left f32) (param $right f32)
    (local $sides v128) (local $pairs i32)
    (local.set $sides (f32x4.replace_lane 3 (f32x4.replace_lane 1 (f32x4.splat (local.get $left)) (local.get $right)) (local.get $right)))
    (local.set $pairs (i32.shr_u (local.get $count) (i32.const 1)))
    (if (local.get $pairs)
      (then
        (loop $frames
          (v128.store align=4 (local.get $into)
            (f32x4.add
              (v128.load align=4 (local.get $into))
              (f32x4.mul
                (local.get $sides)
                (f32x4.mul
                  (v128.load align=4 (local.get $sound))
                  (call $twice (v128.load64_zero align=4 (local.get $levels)))))))
          (local.set $sound (i32.add (local.get $sound) (i32.const 16)))
          (local.set $levels (i32.add (local.get $levels) (i32.const 8)))
          (local.set $into (i32.add (local.get $into) (i32.const 16)))
          (local.set $pairs (i32.sub (local.get $pairs) (i32.const 1)))
          (br_if $frames (local.get $pairs)))))
    (if (i32.and (local.get $count) (i32.const 1))
      (then
        (f32.store (local.get $into)
          (f32.add (f32.load (local.get $into))
            (f32.mul (local.get $left) (f32.mul (f32.load (local.get $sound)) (f32.load (local.get $levels))))))
        (f32.store offset=4 (local.get $into)
          (f32.add (f32.load offset=4 (local.get $into))
            (f32.mul (local.get $right) (f32.mul (f32.load offset=4 (local.get $sound)) (f32.load (local.get $levels)))))))))

  ;; Adds $count frames of one channel at $sound, times their levels, times $each, to both channels of $into.
  (func (export "mono")
    (param $sound i32) (param $levels i32) (param $count i32) (param $into i32) (param $each f32)
    (local $share v128) (local $pairs i32) (local $one f32)
    (local.set $share (f32x4.splat (local.get $each)))
    (local.set $pairs (i32.shr_u (local.get $count) (i32.const 1)))
    (if (local.get $pairs)
      (then
        (loop $frames
          (v128.store align=4 (local.get $into)
            (f32x4.add
              (v128.load align=4 (local.get $into))
              (call $twice
                (f32x4.mul
                  (local.get $share)
                  (f32x4.mul (v128.load64_zero align=4 (local.get $sound)) (v128.load64_zero align=4 (local.get $levels)))))))
          (local.set $sound (i32.add (local.get $sound) (i32.const 8)))
          (local.set $levels (i32.add (local.get $levels) (i32.const 8)))
          (local.set $into (i32.add (local.get $into) (i32.const 16)))
          (local.set $pairs (i32.sub (local.get $pairs) (i32.const 1)))
          (br_if $frames (local.get $pairs)))))
    (if (i32.and (local.get $count) (i32.const 1))
      (then
        (local.set $one (f32.mul (local.get $each) (f32.mul (f32.load (local.get $sound)) (f32.load (local.get $levels)))))
        (f32.store (local.get $into) (f32.add (f32.load (local.get $into)) (local.get $one)))
        (f32.store offset=4 (local.get $into) (f32.add (f32.load offset=4 (local.get $into)) (local.get $one))))))

  ;; Each of the two floats that come first, twice over.
  (func $twice (param $x v128) (result v128)
    (i8x16.shuffle 0 1 2 3 0 1 2 3 4 5 6 7 4 5 6 7 (local.get $x) (local.get $x)))
)

;; The inner loop of the true peak (truePeak.ts), four samples at a time. Compiled into overshoot.wasm.ts by
;; `node scripts/wasm.mjs`. Addresses are bytes; sound is 32-bit floats; $count is a multiple of 4, at least 4.
;; $kernels holds for each of the 24 taps its weight in the three phases, each four times over (48 bytes a tap).
(module
  (memory (export "memory") 1)

  ;; The highest of $peak (what is no number counts for nothing), of all |samples| at $held + 23 .. and of all points between them. No point is
  ;; higher than $overshoot times the highest sample of its window: where that is no more than the peak, nothing is worked out.
  (func (export "highest")
    (param $held i32) (param $kernels i32) (param $count i32) (param $peak f32) (param $overshoot f32) (result f32)
    (local $most v128) (local $i i32) (local $end i32) (local $run i32)
    (loop $runs
      (local.set $run (select (i32.const 32) (local.get $count) (i32.gt_u (local.get $count) (i32.const 32))))
      ;; The highest sample of all windows of this run: its own and the 23 before them.
      (local.set $most (v128.const f32x4 0 0 0 0))
      (local.set $i (local.get $held))
      (local.set $end (i32.add (local.get $held) (i32.shl (i32.add (local.get $run) (i32.const 24)) (i32.const 2))))
      (loop $samples
        (local.set $most (f32x4.pmax (local.get $most) (f32x4.abs (v128.load align=4 (local.get $i)))))
        (local.set $i (i32.add (local.get $i) (i32.const 16)))
        (br_if $samples (i32.lt_u (local.get $i) (local.get $end))))
      (if (f32.gt (f32.mul (call $top (local.get $most)) (local.get $overshoot)) (local.get $peak))
        (then
          (local.set $peak (call $between (local.get $held) (local.get $kernels) (local.get $run) (local.get $peak)))))
      (local.set $held (i32.add (local.get $held) (i32.shl (local.get $run) (i32.const 2))))
      (local.set $count (i32.sub (local.get $count) (local.get $run)))
      (br_if $runs (local.get $count)))
    (local.get $peak))

  (func $between
    (param $held i32) (param $kernels i32) (param $count i32) (param $peak f32) (result f32)
    (local $most v128) (local $a v128) (local $b v128) (local $c v128) (local $x v128)
    (local $h i32) (local $k i32) (local $end i32)
    (local.set $most (f32x4.splat (local.get $peak)))
    (local.set $end (i32.add (local.get $kernels) (i32.const 1152)))
    (loop $samples
      (local.set $a (v128.const f32x4 0 0 0 0))
      (local.set $b (v128.const f32x4 0 0 0 0))
      (local.set $c (v128.const f32x4 0 0 0 0))
      (local.set $h (local.get $held))
      (local.set $k (local.get $kernels))
      (loop $taps
        (local.set $x (v128.load align=4 (local.get $h)))
        (local.set $a (f32x4.add (local.get $a) (f32x4.mul (local.get $x) (v128.load (local.get $k)))))
        (local.set $b (f32x4.add (local.get $b) (f32x4.mul (local.get $x) (v128.load offset=16 (local.get $k)))))
        (local.set $c (f32x4.add (local.get $c) (f32x4.mul (local.get $x) (v128.load offset=32 (local.get $k)))))
        (local.set $h (i32.add (local.get $h) (i32.const 4)))
        (local.set $k (i32.add (local.get $k) (i32.const 48)))
        (br_if $taps (i32.lt_u (local.get $k) (local.get $end))))
      ;; After the taps $x holds the last samples of the windows: the newest ones.
      (local.set $most (f32x4.pmax (local.get $most) (f32x4.abs (local.get $x))))
      (local.set $most (f32x4.pmax (local.get $most) (f32x4.abs (local.get $a))))
      (local.set $most (f32x4.pmax (local.get $most) (f32x4.abs (local.get $b))))
      (local.set $most (f32x4.pmax (local.get $most) (f32x4.abs (local.get $c))))
      (local.set $held (i32.add (local.get $held) (i32.const 16)))
      (local.set $count (i32.sub (local.get $count) (i32.const 4)))
      (br_if $samples (local.get $count)))
    (call $top (local.get $most)))

  ;; The highest of four.
  (func $top (param $x v128) (result f32)
    (f32.max
      (f32.max (f32x4.extract_lane 0 (local.get $x)) (f32x4.extract_lane 1 (local.get $x)))
      (f32.max (f32x4.extract_lane 2 (local.get $x)) (f32x4.extract_lane 3 (local.get $x)))))
)

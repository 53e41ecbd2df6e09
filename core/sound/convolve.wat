;; The inner loop of the resampler (resample.ts), four taps at a time. Compiled into convolve.wasm.ts by
;; `node scripts/wasm.mjs`. Addresses are bytes; sound and kernels are 32-bit floats; $taps is a multiple of 4.
;; Output n is the sum of `taps` frames from $held times the kernel of the current phase; after each output the phase
;; moves on by $down, and every $up of it moves $held on by one frame.
(module
  (memory (export "memory") 1)

  (func (export "mono")
    (param $held i32) (param $kernels i32) (param $taps i32) (param $up i32) (param $down i32) (param $phase i32)
    (param $out i32) (param $count i32)
    (local $sum v128) (local $k i32) (local $h i32) (local $end i32)
    (block $done
      (loop $outputs
        (br_if $done (i32.eqz (local.get $count)))
        (local.set $sum (v128.const f32x4 0 0 0 0))
        (local.set $h (local.get $held))
        (local.set $k (i32.add (local.get $kernels) (i32.mul (local.get $phase) (i32.shl (local.get $taps) (i32.const 2)))))
        (local.set $end (i32.add (local.get $k) (i32.shl (local.get $taps) (i32.const 2))))
        (loop $taps4
          (local.set $sum (f32x4.add (local.get $sum)
            (f32x4.mul (v128.load (local.get $h)) (v128.load (local.get $k)))))
          (local.set $h (i32.add (local.get $h) (i32.const 16)))
          (local.set $k (i32.add (local.get $k) (i32.const 16)))
          (br_if $taps4 (i32.lt_u (local.get $k) (local.get $end))))
        (f32.store (local.get $out)
          (f32.add
            (f32.add (f32x4.extract_lane 0 (local.get $sum)) (f32x4.extract_lane 1 (local.get $sum)))
            (f32.add (f32x4.extract_lane 2 (local.get $sum)) (f32x4.extract_lane 3 (local.get $sum)))))
        (local.set $out (i32.add (local.get $out) (i32.const 4)))
        (local.set $phase (i32.add (local.get $phase) (local.get $down)))
        (block $moved
          (loop $move
            (br_if $moved (i32.lt_u (local.get $phase) (local.get $up)))
            (local.set $phase (i32.sub (local.get $phase) (local.get $up)))
            (local.set $held (i32.add (local.get $held) (i32.const 4)))
            (br $move)))
        (local.set $count (i32.sub (local.get $count) (i32.const 1)))
        (br $outputs))))

  ;; Interleaved stereo: each weight serves a left and a right sample.
  (func (export "stereo")
    (param $held i32) (param $kernels i32) (param $taps i32) (param $up i32) (param $down i32) (param $phase i32)
    (param $out i32) (param $count i32)
    (local $sum v128) (local $sum2 v128) (local $w v128) (local $k i32) (local $h i32) (local $end i32)
    (block $done
      (loop $outputs
        (br_if $done (i32.eqz (local.get $count)))
        (local.set $sum (v128.const f32x4 0 0 0 0))
        (local.set $sum2 (v128.const f32x4 0 0 0 0))
        (local.set $h (local.get $held))
        (local.set $k (i32.add (local.get $kernels) (i32.mul (local.get $phase) (i32.shl (local.get $taps) (i32.const 2)))))
        (local.set $end (i32.add (local.get $k) (i32.shl (local.get $taps) (i32.const 2))))
        (loop $taps4
          (local.set $w (v128.load (local.get $k)))
          (local.set $sum (f32x4.add (local.get $sum)
            (f32x4.mul (v128.load (local.get $h))
              (i8x16.shuffle 0 1 2 3 0 1 2 3 4 5 6 7 4 5 6 7 (local.get $w) (local.get $w)))))
          (local.set $sum2 (f32x4.add (local.get $sum2)
            (f32x4.mul (v128.load offset=16 (local.get $h))
              (i8x16.shuffle 8 9 10 11 8 9 10 11 12 13 14 15 12 13 14 15 (local.get $w) (local.get $w)))))
          (local.set $h (i32.add (local.get $h) (i32.const 32)))
          (local.set $k (i32.add (local.get $k) (i32.const 16)))
          (br_if $taps4 (i32.lt_u (local.get $k) (local.get $end))))
        (local.set $sum (f32x4.add (local.get $sum) (local.get $sum2)))
        (f32.store (local.get $out)
          (f32.add (f32x4.extract_lane 0 (local.get $sum)) (f32x4.extract_lane 2 (local.get $sum))))
        (f32.store offset=4 (local.get $out)
          (f32.add (f32x4.extract_lane 1 (local.get $sum)) (f32x4.extract_lane 3 (local.get $sum))))
        (local.set $out (i32.add (local.get $out) (i32.const 8)))
        (local.set $phase (i32.add (local.get $phase) (local.get $down)))
        (block $moved
          (loop $move
            (br_if $moved (i32.lt_u (local.get $phase) (local.get $up)))
            (local.set $phase (i32.sub (local.get $phase) (local.get $up)))
            (local.set $held (i32.add (local.get $held) (i32.const 8)))
            (br $move)))
        (local.set $count (i32.sub (local.get $count) (i32.const 1)))
        (br $outputs)))))
